import { DataTypes, type QueryInterface } from 'sequelize';

const TEXT = { charset: 'utf8mb4', collate: 'utf8mb4_unicode_ci' };

export async function up(queries: QueryInterface): Promise<void> {
  await queries.createTable(
    'studies',
    {
      id: { type: DataTypes.CHAR(36), primaryKey: true },
      title: { type: DataTypes.STRING(300), allowNull: false },
      tag: { type: DataTypes.STRING(100), allowNull: false },
      version: { type: DataTypes.INTEGER, allowNull: false },
      document: { type: DataTypes.TEXT('long'), allowNull: false },
      created_at: { type: DataTypes.DATE(3), allowNull: false },
      saved_at: { type: DataTypes.DATE(3), allowNull: false },
      deleted_at: { type: DataTypes.DATE(3), allowNull: true },
    },
    TEXT,
  );
  await queries.createTable(
    'study_versions',
    {
      study_id: { type: DataTypes.CHAR(36), primaryKey: true, references: { model: 'studies', key: 'id' }, onDelete: 'CASCADE' },
      version: { type: DataTypes.INTEGER, primaryKey: true },
      document: { type: DataTypes.TEXT('long'), allowNull: false },
      saved_at: { type: DataTypes.DATE(3), allowNull: false },
    },
    TEXT,
  );
  await queries.createTable(
    'settings',
    { name: { type: DataTypes.STRING(100), primaryKey: true }, value: { type: DataTypes.TEXT, allowNull: false } },
    TEXT,
  );
}

export async function down(queries: QueryInterface): Promise<void> {
  for (const table of ['settings', 'study_versions', 'studies']) await queries.dropTable(table);
}

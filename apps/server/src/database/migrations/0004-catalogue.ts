import { DataTypes, type QueryInterface } from 'sequelize';

const TEXT = { charset: 'utf8mb4', collate: 'utf8mb4_unicode_ci' };

const by = {
  by_name: { type: DataTypes.STRING(200), allowNull: true },
  by_initials: { type: DataTypes.STRING(10), allowNull: true },
};

/**
 * The catalogue: makers, their families, models with every revision of their data, and what is attached to them. The data of a model
 * (curves by diameter and speed, stages, regions, limits …) is one entry of a catalogue file: it is judged, kept and taken as a whole.
 */
export async function up(queries: QueryInterface): Promise<void> {
  await queries.createTable(
    'makers',
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      name: { type: DataTypes.STRING(200), allowNull: false, unique: true },
    },
    TEXT,
  );
  await queries.createTable(
    'families',
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      maker_id: { type: DataTypes.INTEGER, allowNull: false, references: { model: 'makers', key: 'id' } },
      name: { type: DataTypes.STRING(200), allowNull: false },
    },
    TEXT,
  );
  await queries.sequelize.query('CREATE UNIQUE INDEX IF NOT EXISTS families_name ON families (maker_id, name)');
  await queries.createTable(
    'models',
    {
      id: { type: DataTypes.CHAR(36), primaryKey: true },
      kind: { type: DataTypes.STRING(10), allowNull: false },
      // of catalogue files: told apart by case and accents
      file_key: { type: 'VARCHAR(64) CHARACTER SET utf8mb4 COLLATE utf8mb4_bin', allowNull: false },
      name: { type: DataTypes.STRING(200), allowNull: false },
      maker_id: { type: DataTypes.INTEGER, allowNull: true, references: { model: 'makers', key: 'id' } },
      family_id: { type: DataTypes.INTEGER, allowNull: true, references: { model: 'families', key: 'id' } },
      type: { type: DataTypes.STRING(40), allowNull: true },
      size: { type: DataTypes.STRING(200), allowNull: true },
      revision: { type: DataTypes.INTEGER, allowNull: false },
      // what lists and charts show, worked out when the revision was kept
      listed: { type: DataTypes.TEXT('long'), allowNull: false },
      created_at: { type: DataTypes.DATE(3), allowNull: false },
      saved_at: { type: DataTypes.DATE(3), allowNull: false },
      retired_at: { type: DataTypes.DATE(3), allowNull: true },
    },
    TEXT,
  );
  await queries.sequelize.query('CREATE UNIQUE INDEX IF NOT EXISTS models_key ON models (kind, file_key)');
  await queries.createTable(
    'model_revisions',
    {
      model_id: { type: DataTypes.CHAR(36), primaryKey: true, references: { model: 'models', key: 'id' }, onDelete: 'CASCADE' },
      revision: { type: DataTypes.INTEGER, primaryKey: true },
      entry: { type: DataTypes.TEXT('long'), allowNull: false },
      saved_at: { type: DataTypes.DATE(3), allowNull: false },
      note: { type: DataTypes.STRING(2000), allowNull: true },
      source: { type: DataTypes.STRING(300), allowNull: true },
      source_rows: { type: DataTypes.STRING(100), allowNull: true },
      source_page: { type: DataTypes.STRING(100), allowNull: true },
      ...by,
      checked_by_name: { type: DataTypes.STRING(200), allowNull: true },
      checked_by_initials: { type: DataTypes.STRING(10), allowNull: true },
      checked_at: { type: DataTypes.DATE(3), allowNull: true },
    },
    TEXT,
  );
  await queries.createTable(
    'attachments',
    {
      id: { type: DataTypes.CHAR(36), primaryKey: true },
      model_id: { type: DataTypes.CHAR(36), allowNull: false, references: { model: 'models', key: 'id' }, onDelete: 'CASCADE' },
      name: { type: DataTypes.STRING(300), allowNull: false },
      role: { type: DataTypes.STRING(20), allowNull: false },
      media_type: { type: DataTypes.STRING(100), allowNull: false },
      size: { type: DataTypes.INTEGER, allowNull: false },
      data: { type: DataTypes.BLOB('long'), allowNull: false },
      added_at: { type: DataTypes.DATE(3), allowNull: false },
      ...by,
    },
    TEXT,
  );
}

export async function down(queries: QueryInterface): Promise<void> {
  for (const table of ['attachments', 'model_revisions', 'models', 'families', 'makers']) await queries.dropTable(table);
}

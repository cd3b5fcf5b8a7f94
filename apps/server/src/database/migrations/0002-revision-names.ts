import { DataTypes, type QueryInterface } from 'sequelize';

/** A saved version may be given the name of a revision: "Rev B, for approval". */
export async function up(queries: QueryInterface): Promise<void> {
  await queries.addColumn('study_versions', 'name', { type: DataTypes.STRING(200), allowNull: true });
}

export async function down(queries: QueryInterface): Promise<void> {
  await queries.removeColumn('study_versions', 'name');
}

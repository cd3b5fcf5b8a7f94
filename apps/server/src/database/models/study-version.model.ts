import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** Every version of a study that is kept, so that a refused save can be told what has changed and an old state be had back. */
@Table({ tableName: 'study_versions', timestamps: false })
export class StudyVersionModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true, field: 'study_id' })
  declare studyId: string;

  @Column({ type: DataType.INTEGER, primaryKey: true })
  declare version: number;

  /** JSON text of versions from before they were packed */
  @Column({ type: DataType.TEXT('long'), allowNull: true })
  declare document: string | null;

  /** the packed document; with the help of version `base` where there is one */
  @Column({ type: DataType.BLOB('long'), allowNull: true })
  declare data: Buffer | null;

  @Column({ type: DataType.INTEGER, allowNull: true })
  declare base: number | null;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;

  /** of the save that made it: the same id once more is the same save */
  @Column({ type: DataType.CHAR(36), allowNull: true, field: 'save_id' })
  declare saveId: string | null;

  @Column({ type: DataType.STRING(200), allowNull: true, field: 'by_name' })
  declare byName: string | null;

  @Column({ type: DataType.STRING(10), allowNull: true, field: 'by_initials' })
  declare byInitials: string | null;

  /** of a revision that someone wants to find again */
  @Column({ type: DataType.STRING(200), allowNull: true })
  declare name: string | null;
}

import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** Every saved version of a study, so that a refused save can be told what has changed and an old state be had back. */
@Table({ tableName: 'study_versions', timestamps: false })
export class StudyVersionModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true, field: 'study_id' })
  declare studyId: string;

  @Column({ type: DataType.INTEGER, primaryKey: true })
  declare version: number;

  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare document: string;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;

  /** of a revision that someone wants to find again */
  @Column({ type: DataType.STRING(200), allowNull: true })
  declare name: string | null;
}

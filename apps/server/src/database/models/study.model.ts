import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** A study as it stands: its newest document, with the number of the version that a save must name. */
@Table({ tableName: 'studies', timestamps: false })
export class StudyModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true })
  declare id: string;

  @Column({ type: DataType.STRING(300), allowNull: false })
  declare title: string;

  @Column({ type: DataType.STRING(100), allowNull: false })
  declare tag: string;

  @Column({ type: DataType.INTEGER, allowNull: false })
  declare version: number;

  /** the study that it is an alternative of */
  @Column({ type: DataType.CHAR(36), allowNull: true, field: 'alternative_of' })
  declare alternativeOf: string | null;

  /** JSON text, kept letter for letter */
  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare document: string;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'created_at' })
  declare createdAt: Date;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;

  @Column({ type: DataType.DATE(3), allowNull: true, field: 'deleted_at' })
  declare deletedAt: Date | null;
}

/** A model of the catalogue that a study has taken. */
@Table({ tableName: 'study_models', timestamps: false })
export class StudyModelTaken extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true, field: 'study_id' })
  declare studyId: string;

  @Column({ type: DataType.CHAR(36), primaryKey: true, field: 'model_id' })
  declare modelId: string;

  /** in which it was taken; null where the study does not say */
  @Column({ type: DataType.INTEGER, allowNull: true })
  declare revision: number | null;
}

import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** A revision as it was issued: document, results and papers, which never change. */
@Table({ tableName: 'study_revisions', timestamps: false })
export class StudyRevisionModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true, field: 'study_id' })
  declare studyId: string;

  @Column({ type: DataType.STRING(20), primaryKey: true })
  declare letter: string;

  /** of the study, which it froze */
  @Column({ type: DataType.INTEGER, allowNull: false })
  declare version: number;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'issued_at' })
  declare issuedAt: Date;

  /** as it stands on the paper */
  @Column({ type: DataType.STRING(60), allowNull: false, field: 'printed_date' })
  declare date: string;

  @Column({ type: DataType.STRING(1000), allowNull: false })
  declare purpose: string;

  @Column({ type: DataType.STRING(200), allowNull: true, field: 'by_name' })
  declare byName: string | null;

  @Column({ type: DataType.STRING(10), allowNull: true, field: 'by_initials' })
  declare byInitials: string | null;

  /** of `document`, hexadecimal */
  @Column({ type: DataType.CHAR(64), allowNull: false })
  declare sha256: string;

  /** JSON text, letter for letter what the hash is of */
  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare document: string;

  /** version of the calculation */
  @Column({ type: DataType.STRING(40), allowNull: false })
  declare core: string;

  /** JSON text of what `solve` gave, deflated */
  @Column({ type: DataType.BLOB('long'), allowNull: false })
  declare results: Buffer;

  /** JSON text: verdict and counts of its margins */
  @Column({ type: DataType.STRING(1000), allowNull: false })
  declare brief: string;

  /** of its papers, without their ending */
  @Column({ type: DataType.STRING(200), allowNull: false, field: 'file_name' })
  declare name: string;

  @Column({ type: DataType.BLOB('long'), allowNull: false })
  declare pdf: Buffer;

  @Column({ type: DataType.BLOB('long'), allowNull: false })
  declare xlsx: Buffer;
}

import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** A study with which others begin, with the inputs that its form asks for. */
@Table({ tableName: 'beginnings', timestamps: false })
export class BeginningModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true })
  declare id: string;

  @Column({ type: DataType.STRING(200), allowNull: false })
  declare name: string;

  @Column({ type: DataType.STRING(200), allowNull: false })
  declare about: string;

  /** JSON text: addresses of inputs */
  @Column({ type: DataType.TEXT, allowNull: false })
  declare asks: string;

  /** JSON text of the study */
  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare document: string;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;
}

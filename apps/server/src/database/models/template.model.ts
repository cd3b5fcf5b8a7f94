import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** A letterhead with its wordings that the plant keeps for reports. */
@Table({ tableName: 'report_templates', timestamps: false })
export class TemplateModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true })
  declare id: string;

  @Column({ type: DataType.STRING(200), allowNull: false })
  declare name: string;

  /** JSON text */
  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare template: string;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;
}

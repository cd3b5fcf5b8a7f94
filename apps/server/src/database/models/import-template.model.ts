import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** How the tables of a maker are read. */
@Table({ tableName: 'import_templates', timestamps: false })
export class ImportTemplateModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true })
  declare id: string;

  @Column({ type: DataType.STRING(200), allowNull: false, unique: true })
  declare maker: string;

  /** JSON text */
  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare template: string;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;
}

import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** One thing that the application keeps of itself: who works here, what was seeded. */
@Table({ tableName: 'settings', timestamps: false })
export class SettingModel extends Model {
  @Column({ type: DataType.STRING(100), primaryKey: true })
  declare name: string;

  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare value: string;
}

import { Column, DataType, Model, Table } from 'sequelize-typescript';

/** A session that a browser was given; of its secret only the hash is kept. */
@Table({ tableName: 'sessions', timestamps: false })
export class SessionModel extends Model {
  /** SHA-256 of the secret, hexadecimal */
  @Column({ type: DataType.CHAR(64), primaryKey: true })
  declare hash: string;

  /** uid of the connection that it was given to, and is accepted on */
  @Column({ type: DataType.INTEGER.UNSIGNED, allowNull: false })
  declare account: number;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'expires_at' })
  declare expiresAt: Date;
}

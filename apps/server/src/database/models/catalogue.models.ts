import { Column, DataType, Model, Table } from 'sequelize-typescript';

@Table({ tableName: 'makers', timestamps: false })
export class MakerModel extends Model {
  @Column({ type: DataType.INTEGER, primaryKey: true, autoIncrement: true })
  declare id: number;

  @Column({ type: DataType.STRING(200), allowNull: false })
  declare name: string;
}

@Table({ tableName: 'families', timestamps: false })
export class FamilyModel extends Model {
  @Column({ type: DataType.INTEGER, primaryKey: true, autoIncrement: true })
  declare id: number;

  @Column({ type: DataType.INTEGER, allowNull: false, field: 'maker_id' })
  declare makerId: number;

  @Column({ type: DataType.STRING(200), allowNull: false })
  declare name: string;
}

/** A pump, valve or motor as it stands: its data are those of its newest revision. */
@Table({ tableName: 'models', timestamps: false })
export class CatalogueModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true })
  declare id: string;

  @Column({ type: DataType.STRING(10), allowNull: false })
  declare kind: string;

  @Column({ type: DataType.STRING(64), allowNull: false, field: 'file_key' })
  declare key: string;

  @Column({ type: DataType.STRING(200), allowNull: false })
  declare name: string;

  @Column({ type: DataType.INTEGER, allowNull: true, field: 'maker_id' })
  declare makerId: number | null;

  @Column({ type: DataType.INTEGER, allowNull: true, field: 'family_id' })
  declare familyId: number | null;

  @Column({ type: DataType.STRING(40), allowNull: true })
  declare type: string | null;

  @Column({ type: DataType.STRING(200), allowNull: true })
  declare size: string | null;

  @Column({ type: DataType.INTEGER, allowNull: false })
  declare revision: number;

  /** JSON text of what lists show */
  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare listed: string;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'created_at' })
  declare createdAt: Date;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;

  @Column({ type: DataType.DATE(3), allowNull: true, field: 'retired_at' })
  declare retiredAt: Date | null;
}

/** The data of a model as they once stood, and where they came from. */
@Table({ tableName: 'model_revisions', timestamps: false })
export class ModelRevisionModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true, field: 'model_id' })
  declare modelId: string;

  @Column({ type: DataType.INTEGER, primaryKey: true })
  declare revision: number;

  /** JSON text of an entry of a catalogue file */
  @Column({ type: DataType.TEXT('long'), allowNull: false })
  declare entry: string;

  /** of a pump: the entry in SI, as searches take it */
  @Column({ type: DataType.TEXT('medium'), allowNull: true, field: 'in_si' })
  declare inSi: string | null;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'saved_at' })
  declare savedAt: Date;

  @Column({ type: DataType.STRING(2000), allowNull: true })
  declare note: string | null;

  @Column({ type: DataType.STRING(300), allowNull: true })
  declare source: string | null;

  @Column({ type: DataType.STRING(100), allowNull: true, field: 'source_rows' })
  declare rows: string | null;

  @Column({ type: DataType.STRING(100), allowNull: true, field: 'source_page' })
  declare page: string | null;

  @Column({ type: DataType.STRING(200), allowNull: true, field: 'by_name' })
  declare byName: string | null;

  @Column({ type: DataType.STRING(10), allowNull: true, field: 'by_initials' })
  declare byInitials: string | null;

  @Column({ type: DataType.STRING(200), allowNull: true, field: 'checked_by_name' })
  declare checkedByName: string | null;

  @Column({ type: DataType.STRING(10), allowNull: true, field: 'checked_by_initials' })
  declare checkedByInitials: string | null;

  @Column({ type: DataType.DATE(3), allowNull: true, field: 'checked_at' })
  declare checkedAt: Date | null;
}

/** A drawing, a manual or the printed curve of a model. */
@Table({ tableName: 'attachments', timestamps: false })
export class AttachmentModel extends Model {
  @Column({ type: DataType.CHAR(36), primaryKey: true })
  declare id: string;

  @Column({ type: DataType.CHAR(36), allowNull: false, field: 'model_id' })
  declare modelId: string;

  @Column({ type: DataType.STRING(300), allowNull: false })
  declare name: string;

  @Column({ type: DataType.STRING(20), allowNull: false })
  declare role: string;

  @Column({ type: DataType.STRING(100), allowNull: false, field: 'media_type' })
  declare mediaType: string;

  @Column({ type: DataType.INTEGER, allowNull: false })
  declare size: number;

  @Column({ type: DataType.BLOB('long'), allowNull: false })
  declare data: Buffer;

  @Column({ type: DataType.DATE(3), allowNull: false, field: 'added_at' })
  declare addedAt: Date;

  @Column({ type: DataType.STRING(200), allowNull: true, field: 'by_name' })
  declare byName: string | null;

  @Column({ type: DataType.STRING(10), allowNull: true, field: 'by_initials' })
  declare byInitials: string | null;
}

import { Injectable } from '@nestjs/common';
import { InjectConnection, InjectModel } from '@nestjs/sequelize';
import { QueryTypes, type Transaction } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';
import { SettingModel } from './models/setting.model.js';

/** What the application keeps of itself, by name. */
@Injectable()
export class SettingsRepository {
  constructor(
    @InjectConnection() private readonly sequelize: Sequelize,
    @InjectModel(SettingModel) private readonly settings: typeof SettingModel,
  ) {}

  async get(name: string): Promise<string | undefined> {
    return (await this.settings.findByPk(name))?.value;
  }

  async put(name: string, value: string): Promise<void> {
    await this.settings.upsert({ name, value });
  }

  /**
   * Sets a mark that is not set yet; whether it was this one that set it. Of two who set it at once one waits and finds it.
   */
  async claim(name: string, value: string, transaction: Transaction): Promise<boolean> {
    const [, affected] = await this.sequelize.query('INSERT IGNORE INTO settings (name, value) VALUES (:name, :value)', {
      replacements: { name, value },
      type: QueryTypes.INSERT,
      transaction,
    });
    return affected === 1;
  }
}

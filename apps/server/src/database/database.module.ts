import { type DynamicModule, Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import type { Config } from '../config.js';
import { AttachmentModel, CatalogueModel, FamilyModel, MakerModel, ModelRevisionModel } from './models/catalogue.models.js';
import { SettingModel } from './models/setting.model.js';
import { SessionModel } from './models/session.model.js';
import { BeginningModel } from './models/beginning.model.js';
import { ImportTemplateModel } from './models/import-template.model.js';
import { TemplateModel } from './models/template.model.js';
import { StudyModel, StudyModelTaken } from './models/study.model.js';
import { StudyRevisionModel } from './models/study-revision.model.js';
import { StudyVersionModel } from './models/study-version.model.js';

@Module({})
export class DatabaseModule {
  static with(config: Config): DynamicModule {
    const { host, port, user, password, name } = config.database;
    return {
      module: DatabaseModule,
      imports: [
        SequelizeModule.forRoot({
          dialect: 'mariadb',
          host,
          port,
          username: user,
          password,
          database: name,
          models: [
            StudyModel,
            StudyModelTaken,
            StudyVersionModel,
            StudyRevisionModel,
            MakerModel,
            FamilyModel,
            CatalogueModel,
            ModelRevisionModel,
            AttachmentModel,
            SessionModel,
            SettingModel,
            TemplateModel,
            ImportTemplateModel,
            BeginningModel,
          ],
          logging: false,
          pool: { max: 8, acquire: 20_000 },
          // the database may be coming back after a kill
          retryAttempts: 20,
          retryDelay: 500,
          dialectOptions: { supportBigNumbers: false, bigIntAsNumber: true, insertIdAsNumber: true, connectTimeout: 5000 },
          timezone: '+00:00',
        }),
      ],
    };
  }
}

import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { SettingModel } from '../database/models/setting.model.js';
import { ImportTemplateModel } from '../database/models/import-template.model.js';
import { TemplateModel } from '../database/models/template.model.js';
import { SettingsRepository } from '../database/settings.repository.js';
import { StudyModel, StudyModelTaken } from '../database/models/study.model.js';
import { StudyRevisionModel } from '../database/models/study-revision.model.js';
import { StudyVersionModel } from '../database/models/study-version.model.js';
import { PeopleController } from '../people/people.controller.js';
import { PeopleService } from '../people/people.service.js';
import { RevisionsController } from '../revisions/revisions.controller.js';
import { RevisionsService } from '../revisions/revisions.service.js';
import { ImportTemplatesController } from '../templates/import-templates.controller.js';
import { ImportTemplatesService } from '../templates/import-templates.service.js';
import { TemplatesController } from '../templates/templates.controller.js';
import { TemplatesService } from '../templates/templates.service.js';
import { VersionsService } from '../versions/versions.service.js';
import { StudiesController } from './studies.controller.js';
import { StudiesService } from './studies.service.js';

@Module({
  imports: [
    SequelizeModule.forFeature([
      StudyModel,
      StudyModelTaken,
      StudyVersionModel,
      StudyRevisionModel,
      TemplateModel,
      ImportTemplateModel,
      SettingModel,
    ]),
  ],
  controllers: [StudiesController, RevisionsController, PeopleController, TemplatesController, ImportTemplatesController],
  providers: [
    SettingsRepository,
    StudiesService,
    VersionsService,
    RevisionsService,
    PeopleService,
    TemplatesService,
    ImportTemplatesService,
  ],
  exports: [SettingsRepository, StudiesService, RevisionsService, PeopleService],
})
export class StudiesModule {}

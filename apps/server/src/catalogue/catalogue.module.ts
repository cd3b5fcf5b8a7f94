import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import {
  AttachmentModel,
  CatalogueModel,
  FamilyModel,
  MakerModel,
  ModelRevisionModel,
} from '../database/models/catalogue.models.js';
import { StudiesModule } from '../studies/studies.module.js';
import { AttachmentsService } from './attachments.service.js';
import { CarriedModels } from './carried.service.js';
import { CatalogueRepository } from './catalogue.repository.js';
import { CatalogueController } from './catalogue.controller.js';
import { CatalogueSearchService } from './catalogue-search.service.js';
import { CatalogueShelves } from './shelves.service.js';
import { CatalogueService } from './catalogue.service.js';

@Module({
  imports: [
    SequelizeModule.forFeature([MakerModel, FamilyModel, CatalogueModel, ModelRevisionModel, AttachmentModel]),
    StudiesModule,
  ],
  controllers: [CatalogueController],
  providers: [CatalogueRepository, CatalogueShelves, CatalogueService, CatalogueSearchService, AttachmentsService, CarriedModels],
  exports: [CatalogueService, CatalogueShelves, CarriedModels],
})
export class CatalogueModule {}

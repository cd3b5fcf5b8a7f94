import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { CatalogueModule } from '../catalogue/catalogue.module.js';
import { StudyRevisionModel } from '../database/models/study-revision.model.js';
import { StudyModelTaken } from '../database/models/study.model.js';
import { StudiesModule } from '../studies/studies.module.js';
import { CarryController } from './carry.controller.js';
import { CarryService } from './carry.service.js';

@Module({
  imports: [SequelizeModule.forFeature([StudyRevisionModel, StudyModelTaken]), StudiesModule, CatalogueModule],
  controllers: [CarryController],
  providers: [CarryService],
})
export class CarryModule {}

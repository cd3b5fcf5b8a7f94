import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { BeginningModel } from '../database/models/beginning.model.js';
import { StudiesModule } from '../studies/studies.module.js';
import { BeginningsController } from './beginnings.controller.js';
import { BeginningsService } from './beginnings.service.js';

@Module({
  imports: [SequelizeModule.forFeature([BeginningModel]), StudiesModule],
  controllers: [BeginningsController],
  providers: [BeginningsService],
})
export class BeginningsModule {}

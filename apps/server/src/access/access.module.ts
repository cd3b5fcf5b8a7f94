import { Module } from '@nestjs/common';
import { SequelizeModule } from '@nestjs/sequelize';
import { SessionModel } from '../database/models/session.model.js';
import { SessionsService } from './sessions.service.js';

@Module({
  imports: [SequelizeModule.forFeature([SessionModel])],
  providers: [SessionsService],
  exports: [SessionsService],
})
export class AccessModule {}

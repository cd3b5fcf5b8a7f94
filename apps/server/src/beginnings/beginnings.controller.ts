import { Body, Controller, Delete, Get, Param, Post, Res } from '@nestjs/common';
import type { Response } from 'express';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { OwnBeginningHead } from '@cedar-knot/core';
import { answers, refusals } from '../common/api-schemas.js';
import { takes } from '../common/body.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { sendStored } from '../studies/sending.js';
import { list } from '../common/shape.js';
import { BeginningsService } from './beginnings.service.js';
import { BEGINNING, BEGINNING_HEAD, BEGINNING_ID, KEEP_BEGINNING, type KeepBeginning } from './schemas.js';

@ApiTags('beginnings')
@Controller('beginnings')
export class BeginningsController {
  constructor(private readonly beginnings: BeginningsService) {}

  @Get()
  @ApiOperation({ summary: 'Studies of the plant with which others begin, by name' })
  @answers(200, list(BEGINNING_HEAD))
  @refusals(503)
  list(): Promise<OwnBeginningHead[]> {
    return this.beginnings.list();
  }

  @Get(':id')
  @ApiOperation({ summary: 'A beginning with its study and the inputs that its form asks for' })
  @answers(200, BEGINNING)
  @refusals(404, 503)
  async get(@Param('id', new JoiPipe(BEGINNING_ID)) id: string, @Res() response: Response): Promise<void> {
    sendStored(response, await this.beginnings.get(id));
  }

  @Post()
  @ApiOperation({ summary: 'Keeps a study as a beginning, as it stands now' })
  @takes(KEEP_BEGINNING, 'document')
  @answers(201, BEGINNING_HEAD)
  @refusals(404, 422, 503, 507)
  keep(@Body() body: KeepBeginning): Promise<OwnBeginningHead> {
    return this.beginnings.keep(body);
  }

  @Delete(':id')
  @ApiOperation({ summary: 'Takes a beginning out; studies that began with it stay' })
  @answers(200, BEGINNING_HEAD)
  @refusals(404, 503, 507)
  remove(@Param('id', new JoiPipe(BEGINNING_ID)) id: string): Promise<OwnBeginningHead> {
    return this.beginnings.remove(id);
  }
}

import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Person } from '@cedar-knot/core';
import { JoiPipe } from '../common/joi.pipe.js';
import { answers, ref, refusals } from '../common/api-schemas.js';
import { PERSON } from './schemas.js';
import { PeopleService } from './people.service.js';

@ApiTags('person')
@Controller('person')
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Get()
  @ApiOperation({ summary: 'Who works here; null until it was said' })
  @answers(200, ref('PersonAnswer'))
  @refusals(503)
  async get(): Promise<{ person: Person | null }> {
    return { person: await this.people.get() };
  }

  @Put()
  @ApiOperation({ summary: 'Name and initials that stand on the versions saved from now on' })
  @ApiBody({ schema: ref('Person') })
  @answers(200, ref('PersonAnswer'))
  @refusals(503, 507)
  async set(@Body(new JoiPipe(PERSON)) person: Person): Promise<{ person: Person }> {
    return { person: await this.people.set(person) };
  }
}

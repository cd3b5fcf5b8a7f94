import { Body, Controller, Get, Put } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { Person } from '@cedar-knot/core';
import { answers, refusals } from '../common/api-schemas.js';
import { takes } from '../common/body.js';
import { PERSON, PERSON_ANSWER } from './schemas.js';
import { PeopleService } from './people.service.js';

@ApiTags('person')
@Controller('person')
export class PeopleController {
  constructor(private readonly people: PeopleService) {}

  @Get()
  @ApiOperation({ summary: 'Who works here; null until it was said' })
  @answers(200, PERSON_ANSWER)
  @refusals(503)
  async get(): Promise<{ person: Person | null }> {
    return { person: await this.people.get() };
  }

  @Put()
  @ApiOperation({ summary: 'Name and initials that stand on the versions saved from now on' })
  @takes(PERSON)
  @answers(200, PERSON_ANSWER)
  @refusals(503, 507)
  async set(@Body() person: Person): Promise<{ person: Person }> {
    return { person: await this.people.set(person) };
  }
}

import { Body, Controller, Delete, Get, Param, Post, Put } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { KeptTemplate, ReportTemplate } from '@cedar-knot/core';
import { answers, refusals } from '../common/api-schemas.js';
import { takes } from '../common/body.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { list } from '../common/shape.js';
import { KEPT_TEMPLATE, TEMPLATE, TEMPLATE_ID } from './schemas.js';
import { TemplatesService } from './templates.service.js';

@ApiTags('report templates')
@Controller('report-templates')
export class TemplatesController {
  constructor(private readonly templates: TemplatesService) {}

  @Get()
  @ApiOperation({ summary: 'Templates of reports that the plant keeps, by name' })
  @answers(200, list(KEPT_TEMPLATE))
  @refusals(503)
  list(): Promise<KeptTemplate[]> {
    return this.templates.list();
  }

  @Post()
  @ApiOperation({ summary: 'A further template' })
  @takes(TEMPLATE, 'document')
  @answers(201, KEPT_TEMPLATE)
  @refusals(422, 503, 507)
  create(@Body() template: ReportTemplate): Promise<KeptTemplate> {
    return this.templates.create(template);
  }

  @Put(':id')
  @ApiOperation({ summary: 'A template in the place of an older one; studies keep what they took' })
  @takes(TEMPLATE, 'document')
  @answers(200, KEPT_TEMPLATE)
  @refusals(404, 422, 503, 507)
  replace(@Param('id', new JoiPipe(TEMPLATE_ID)) id: string, @Body() template: ReportTemplate): Promise<KeptTemplate> {
    return this.templates.replace(id, template);
  }

  @Delete(':id')
  @ApiOperation({ summary: 'Takes a template out' })
  @answers(200, KEPT_TEMPLATE)
  @refusals(404, 503, 507)
  remove(@Param('id', new JoiPipe(TEMPLATE_ID)) id: string): Promise<KeptTemplate> {
    return this.templates.remove(id);
  }
}

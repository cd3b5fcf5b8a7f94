import { Body, Controller, Delete, Get, Param, Post, Put } from '@nestjs/common';
import { ApiBody, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { KeptTemplate, ReportTemplate } from '@cedar-knot/core';
import { answers, ref, refusals } from '../common/api-schemas.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { TEMPLATE, TEMPLATE_ID } from './schemas.js';
import { TemplatesService } from './templates.service.js';

@ApiTags('report templates')
@Controller('report-templates')
export class TemplatesController {
  constructor(private readonly templates: TemplatesService) {}

  @Get()
  @ApiOperation({ summary: 'Templates of reports that the plant keeps, by name' })
  @answers(200, ref('ReportTemplates'))
  @refusals(503)
  list(): Promise<KeptTemplate[]> {
    return this.templates.list();
  }

  @Post()
  @ApiOperation({ summary: 'A further template' })
  @ApiBody({ schema: ref('ReportTemplate') })
  @answers(201, ref('KeptTemplate'))
  @refusals(422, 503, 507)
  create(@Body(new JoiPipe(TEMPLATE)) template: ReportTemplate): Promise<KeptTemplate> {
    return this.templates.create(template);
  }

  @Put(':id')
  @ApiOperation({ summary: 'A template in the place of an older one; studies keep what they took' })
  @ApiBody({ schema: ref('ReportTemplate') })
  @answers(200, ref('KeptTemplate'))
  @refusals(404, 422, 503, 507)
  replace(
    @Param('id', new JoiPipe(TEMPLATE_ID)) id: string,
    @Body(new JoiPipe(TEMPLATE)) template: ReportTemplate,
  ): Promise<KeptTemplate> {
    return this.templates.replace(id, template);
  }

  @Delete(':id')
  @ApiOperation({ summary: 'Takes a template out' })
  @answers(200, ref('KeptTemplate'))
  @refusals(404, 503, 507)
  remove(@Param('id', new JoiPipe(TEMPLATE_ID)) id: string): Promise<KeptTemplate> {
    return this.templates.remove(id);
  }
}

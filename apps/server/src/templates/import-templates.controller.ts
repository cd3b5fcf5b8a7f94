import { Body, Controller, Delete, Get, Param, Put } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import type { ImportTemplate, KeptImportTemplate } from '@cedar-knot/core';
import { answers, refusals } from '../common/api-schemas.js';
import { takes } from '../common/body.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { list } from '../common/shape.js';
import { ImportTemplatesService } from './import-templates.service.js';
import { IMPORT_TEMPLATE, KEPT_IMPORT_TEMPLATE, TEMPLATE_ID } from './schemas.js';

@ApiTags('import templates')
@Controller('import-templates')
export class ImportTemplatesController {
  constructor(private readonly templates: ImportTemplatesService) {}

  @Get()
  @ApiOperation({ summary: 'How the tables of makers are read, by maker' })
  @answers(200, list(KEPT_IMPORT_TEMPLATE))
  @refusals(503)
  list(): Promise<KeptImportTemplate[]> {
    return this.templates.list();
  }

  @Put()
  @ApiOperation({ summary: 'How the tables of a maker are read, in the place of what was kept for it' })
  @takes(IMPORT_TEMPLATE, 'document')
  @answers(200, KEPT_IMPORT_TEMPLATE)
  @refusals(422, 503, 507)
  keep(@Body() template: ImportTemplate): Promise<KeptImportTemplate> {
    return this.templates.keep(template);
  }

  @Delete(':id')
  @ApiOperation({ summary: 'Forgets how the tables of a maker are read' })
  @answers(200, KEPT_IMPORT_TEMPLATE)
  @refusals(404, 503, 507)
  remove(@Param('id', new JoiPipe(TEMPLATE_ID)) id: string): Promise<KeptImportTemplate> {
    return this.templates.remove(id);
  }
}

import { Body, Controller, Get, Param, Post, Res } from '@nestjs/common';
import { ApiOperation, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { PackageOpened } from '@cedar-knot/core';
import { create as contentDisposition } from 'content-disposition';
import type { Response } from 'express';
import { answers, refusals } from '../common/api-schemas.js';
import { bytesOf, takesFile } from '../common/body.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { ID } from '../studies/schemas.js';
import { CarryService } from './carry.service.js';
import { OPENED } from './manifest.js';

@ApiTags('studies')
@Controller('studies')
export class CarryController {
  constructor(private readonly carry: CarryService) {}

  @Post('package')
  @ApiOperation({
    summary:
      'A new study from a file to take along (.cedar): with the models of the catalogue that are not here, and its issued papers',
  })
  @takesFile('application/octet-stream', 'package')
  @answers(201, OPENED)
  @refusals(413, 422, 503, 507)
  open(@Body() body: unknown): Promise<PackageOpened> {
    return this.carry.open(bytesOf(body));
  }

  @Get(':id/package')
  @ApiOperation({
    summary:
      'A study to take along (.cedar): the document, the models that it took with their revisions and attachments, its issued papers',
  })
  @ApiProduces('application/zip')
  @refusals(404, 413, 503)
  async pack(@Param('id', new JoiPipe(ID)) id: string, @Res() response: Response): Promise<void> {
    const { name, data } = await this.carry.pack(id);
    response.setHeader('Content-Type', 'application/zip');
    response.setHeader('Content-Disposition', contentDisposition(name));
    response.send(data);
  }
}

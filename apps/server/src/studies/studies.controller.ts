import { Body, Controller, Delete, Get, Header, HttpCode, Param, Patch, Post, Put, Query, Res } from '@nestjs/common';
import { ApiBody, ApiConsumes, ApiOperation, ApiTags } from '@nestjs/swagger';
import type { DocumentChange, StudyHead, StudyWhole, VersionHead } from '@cedar-knot/core';
import type { Response } from 'express';
import { JoiPipe } from '../common/joi.pipe.js';
import {
  CREATE,
  ID,
  LIST,
  NAME_VERSION,
  RENAME,
  SAVE,
  VERSION,
  type CreateBody,
  type RenameBody,
  type SaveBody,
} from './schemas.js';
import { StudiesService } from './studies.service.js';

const STUDY_BODY = { schema: { type: 'object' } } as const;

@ApiTags('studies')
@Controller('studies')
export class StudiesController {
  constructor(private readonly studies: StudiesService) {}

  @Get()
  @ApiOperation({ summary: 'All studies without their documents, the last saved first; deleted ones with ?deleted=true' })
  list(@Query(new JoiPipe(LIST)) query: { deleted: boolean }): Promise<StudyHead[]> {
    return this.studies.list(query.deleted);
  }

  @Post()
  @ApiOperation({ summary: 'A new study: blank with a title, or from a document' })
  @ApiBody(STUDY_BODY)
  create(@Body(new JoiPipe(CREATE)) body: CreateBody): Promise<StudyWhole> {
    return this.studies.create(body.title, body.document);
  }

  @Post('import')
  @ApiOperation({ summary: 'A new study from the text of a study file' })
  @ApiConsumes('text/plain')
  @ApiBody(STUDY_BODY)
  import(@Body() text: unknown): Promise<StudyWhole> {
    return this.studies.importText(typeof text === 'string' ? text : '');
  }

  @Get(':id')
  @ApiOperation({ summary: 'One study with its document and the version that a save must name' })
  get(@Param('id', new JoiPipe(ID)) id: string): Promise<StudyWhole> {
    return this.studies.get(id);
  }

  @Put(':id')
  @ApiOperation({ summary: 'Save over the version that was seen; 409 with what changed when it is no longer the newest' })
  @ApiBody(STUDY_BODY)
  save(@Param('id', new JoiPipe(ID)) id: string, @Body(new JoiPipe(SAVE)) body: SaveBody): Promise<StudyWhole> {
    return this.studies.save(id, body.version, body.document);
  }

  @Patch(':id')
  @ApiOperation({ summary: 'Another title or tag' })
  @ApiBody(STUDY_BODY)
  rename(@Param('id', new JoiPipe(ID)) id: string, @Body(new JoiPipe(RENAME)) body: RenameBody): Promise<StudyWhole> {
    return this.studies.rename(id, body.version, body.title, body.tag);
  }

  @Post(':id/copy')
  @ApiOperation({ summary: 'A copy as a study of its own' })
  copy(@Param('id', new JoiPipe(ID)) id: string): Promise<StudyWhole> {
    return this.studies.copy(id);
  }

  @Delete(':id')
  @ApiOperation({ summary: 'Delete; it can be had back' })
  remove(@Param('id', new JoiPipe(ID)) id: string): Promise<StudyHead> {
    return this.studies.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Have a deleted study back' })
  restore(@Param('id', new JoiPipe(ID)) id: string): Promise<StudyHead> {
    return this.studies.restore(id);
  }

  @Get(':id/file')
  @Header('Content-Type', 'application/json; charset=utf-8')
  @ApiOperation({ summary: 'The study file' })
  async file(@Param('id', new JoiPipe(ID)) id: string, @Res() response: Response): Promise<void> {
    const { name, text } = await this.studies.file(id);
    response.setHeader('Content-Disposition', `attachment; filename="${name}"`);
    response.send(text);
  }

  @Get(':id/versions')
  @ApiOperation({ summary: 'Every saved version, the newest first' })
  versions(@Param('id', new JoiPipe(ID)) id: string): Promise<VersionHead[]> {
    return this.studies.listVersions(id);
  }

  @Get(':id/versions/:version')
  @ApiOperation({ summary: 'One saved version with its document' })
  version(@Param('id', new JoiPipe(ID)) id: string, @Param('version', new JoiPipe(VERSION)) version: number): Promise<unknown> {
    return this.studies.version(id, version);
  }

  @Patch(':id/versions/:version')
  @ApiOperation({ summary: 'Name a version as a revision; an empty name takes the name away' })
  @ApiBody(STUDY_BODY)
  nameVersion(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('version', new JoiPipe(VERSION)) version: number,
    @Body(new JoiPipe(NAME_VERSION)) body: { name: string },
  ): Promise<VersionHead> {
    return this.studies.nameVersion(id, version, body.name);
  }

  @Get(':id/versions/:version/changes')
  @ApiOperation({ summary: 'What has changed from a version to the newest one' })
  changes(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('version', new JoiPipe(VERSION)) version: number,
  ): Promise<DocumentChange[]> {
    return this.studies.changesSince(id, version);
  }
}

import { Body, Controller, Delete, Get, HttpCode, Param, Patch, Post, Put, Query, Req, Res } from '@nestjs/common';
import { ApiOperation, ApiProduces, ApiTags } from '@nestjs/swagger';
import type { DocumentChange, StudyHead, StudyPage, VersionHead, VersionPage } from '@cedar-knot/core';
import { create as contentDisposition } from 'content-disposition';
import type { Request, Response } from 'express';
import { answers, asks, refusals } from '../common/api-schemas.js';
import { bytesOf, takes, takesBytes, takesFile } from '../common/body.js';
import { inLines } from '../common/lines.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { revalidated } from '../common/revalidated.js';
import type { Of } from '../common/shape.js';
import { RevisionsService } from '../revisions/revisions.service.js';
import type { IssuedText } from '../work/task.js';
import {
  CHANGES,
  CREATE,
  ID,
  LIST,
  NAME_VERSION,
  PAGE,
  RENAME,
  REPORT,
  REPORT_OF,
  REPORT_PAGES,
  SAVE,
  STUDY,
  STUDY_HEAD,
  STUDY_LIST,
  STUDY_WHOLE,
  VERSION,
  VERSION_HEAD,
  VERSION_PAGE,
  VERSION_WHOLE,
  type ListQuery,
  type PageQuery,
  type RenameBody,
  type ReportOf,
} from './schemas.js';
import { REPORT_MEDIA, sendStored } from './sending.js';
import { StudiesService } from './studies.service.js';

@ApiTags('studies')
@Controller('studies')
export class StudiesController {
  constructor(
    private readonly studies: StudiesService,
    private readonly revisions: RevisionsService,
  ) {}

  @Get()
  @ApiOperation({
    summary:
      'Studies without their documents: a page of those that match, the last saved first, and how many there are; deleted ones with ?deleted=true',
  })
  @asks(LIST)
  @answers(200, STUDY_LIST)
  @refusals(503)
  list(@Query(new JoiPipe(LIST)) query: ListQuery, @Res({ passthrough: true }) response: Response): Promise<StudyPage> {
    revalidated(response);
    return this.studies.list(query);
  }

  @Post()
  @ApiOperation({ summary: 'A new study: blank with a title, or from a document' })
  @takesBytes(CREATE)
  @answers(201, STUDY_WHOLE)
  @refusals(422, 503, 507)
  async create(@Body() body: unknown, @Res() response: Response): Promise<void> {
    sendStored(response, await this.studies.create(bytesOf(body)));
  }

  @Post('import')
  @ApiOperation({ summary: 'A new study from a study file' })
  @takesFile('text/plain', 'document')
  @answers(201, STUDY_WHOLE)
  @refusals(422, 503, 507)
  async import(@Body() body: unknown, @Res() response: Response): Promise<void> {
    sendStored(response, await this.studies.importFile(bytesOf(body)));
  }

  @Post('report')
  @HttpCode(200)
  @ApiOperation({ summary: 'The report of a study as it is sent: PDF, workbook, ledger, tables or document; nothing is kept' })
  @asks(REPORT_OF)
  @takesBytes(REPORT)
  @refusals(404, 422, 503)
  async report(
    @Query(new JoiPipe(REPORT_OF)) { study }: ReportOf,
    @Body() body: unknown,
    @Res() response: Response,
  ): Promise<void> {
    const gone = new AbortController();
    response.on('close', () => !response.writableFinished && gone.abort());
    const { data, format, name } = await this.studies.report(bytesOf(body), await this.issued(study), gone.signal);
    response.setHeader('Content-Type', REPORT_MEDIA[format]);
    response.setHeader('Content-Disposition', contentDisposition(`${name}.${format}`));
    response.send(Buffer.from(data));
  }

  @Post('report/pages')
  @HttpCode(200)
  @ApiOperation({
    summary:
      'The pages of a report, chapter by chapter, to be looked at. The answer is a line of JSON at a time: {"chapter","of","key","pages","starts","missed","pdf"}, the first pages before the rest is known, then {"result"} or {"problem"}; chapters that are named as known come without their PDF; it ends with the connection',
  })
  @asks(REPORT_OF)
  @takesBytes(REPORT_PAGES)
  @ApiProduces('application/x-ndjson')
  async pages(
    @Query(new JoiPipe(REPORT_OF)) { study }: ReportOf,
    @Body() body: unknown,
    @Req() request: Request,
    @Res() response: Response,
  ): Promise<void> {
    await inLines(request, response, async (say, signal) => {
      await this.studies.pages(bytesOf(body), await this.issued(study), say, signal);
      say({ result: true });
    });
  }

  /** what a paper is held against; nothing where it is of no study that is kept */
  private issued(study: string | undefined): Promise<IssuedText[]> | undefined {
    return study === undefined ? undefined : this.revisions.last(study);
  }

  @Get(':id')
  @ApiOperation({ summary: 'One study with its document and the version that a save must name' })
  @answers(200, STUDY_WHOLE)
  @refusals(404, 503)
  async get(@Param('id', new JoiPipe(ID)) id: string, @Res() response: Response): Promise<void> {
    sendStored(response, await this.studies.get(id));
  }

  @Put(':id')
  @ApiOperation({
    summary:
      'Save over the version that was seen; 409 with what changed when it is no longer the newest; again with the same saveId: the first answer',
  })
  @takesBytes(SAVE)
  @answers(200, STUDY_WHOLE)
  @refusals(404, 409, 422, 503, 507)
  async save(@Param('id', new JoiPipe(ID)) id: string, @Body() body: unknown, @Res() response: Response): Promise<void> {
    sendStored(response, await this.studies.save(id, bytesOf(body)));
  }

  @Patch(':id')
  @ApiOperation({ summary: 'Another title or tag' })
  @takes(RENAME)
  @answers(200, STUDY_WHOLE)
  @refusals(404, 409, 422, 503, 507)
  async rename(@Param('id', new JoiPipe(ID)) id: string, @Body() body: RenameBody, @Res() response: Response): Promise<void> {
    sendStored(response, await this.studies.rename(id, body.version, body.title, body.tag));
  }

  @Post(':id/copy')
  @ApiOperation({ summary: 'A copy as a study of its own' })
  @answers(201, STUDY_WHOLE)
  @refusals(404, 422, 503, 507)
  async copy(@Param('id', new JoiPipe(ID)) id: string, @Res() response: Response): Promise<void> {
    sendStored(response, await this.studies.copy(id));
  }

  @Delete(':id')
  @ApiOperation({ summary: 'Delete; it can be had back' })
  @answers(200, STUDY_HEAD)
  @refusals(404, 503, 507)
  remove(@Param('id', new JoiPipe(ID)) id: string): Promise<StudyHead> {
    return this.studies.remove(id);
  }

  @Post(':id/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Have a deleted study back' })
  @answers(200, STUDY_HEAD)
  @refusals(404, 503, 507)
  restore(@Param('id', new JoiPipe(ID)) id: string): Promise<StudyHead> {
    return this.studies.restore(id);
  }

  @Get(':id/file')
  @ApiOperation({ summary: 'The study file' })
  @answers(200, STUDY)
  @refusals(404, 422, 503)
  async file(@Param('id', new JoiPipe(ID)) id: string, @Res() response: Response): Promise<void> {
    const { name, text } = await this.studies.file(id);
    response.setHeader('Content-Type', 'application/json; charset=utf-8');
    response.setHeader('Content-Disposition', contentDisposition(name));
    response.send(text);
  }

  @Get(':id/versions')
  @ApiOperation({ summary: 'Kept versions, the newest first, a page at a time' })
  @asks(PAGE)
  @answers(200, VERSION_PAGE)
  @refusals(404, 503)
  versions(@Param('id', new JoiPipe(ID)) id: string, @Query(new JoiPipe(PAGE)) page: PageQuery): Promise<VersionPage> {
    return this.studies.listVersions(id, page.before, page.limit, page.named);
  }

  @Get(':id/versions/:version')
  @ApiOperation({ summary: 'One kept version with its document' })
  @answers(200, VERSION_WHOLE)
  @refusals(404, 503)
  async version(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('version', new JoiPipe(VERSION)) version: number,
    @Res() response: Response,
  ): Promise<void> {
    sendStored(response, await this.studies.version(id, version));
  }

  @Patch(':id/versions/:version')
  @ApiOperation({ summary: 'Name a version as a revision; an empty name takes the name away' })
  @takes(NAME_VERSION)
  @answers(200, VERSION_HEAD)
  @refusals(404, 503, 507)
  nameVersion(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('version', new JoiPipe(VERSION)) version: number,
    @Body() body: Of<typeof NAME_VERSION>,
  ): Promise<VersionHead> {
    return this.studies.nameVersion(id, version, body.name);
  }

  @Get(':id/versions/:version/changes')
  @ApiOperation({ summary: 'What has changed from a version to the newest one' })
  @answers(200, CHANGES)
  @refusals(404, 422, 503)
  changes(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('version', new JoiPipe(VERSION)) version: number,
  ): Promise<DocumentChange[]> {
    return this.studies.changesSince(id, version);
  }
}

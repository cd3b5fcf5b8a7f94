import { Body, Controller, Delete, Get, HttpCode, Logger, Param, Post, Put, Query, Req, Res } from '@nestjs/common';
import { ApiOperation, ApiProduces, ApiTags } from '@nestjs/swagger';
import type {
  AttachmentHead,
  CoverageFields,
  DocumentChange,
  ModelEntry,
  ModelHead,
  ModelWhole,
  Overview,
} from '@cedar-knot/core';
import { create as contentDisposition } from 'content-disposition';
import type { Request, Response } from 'express';
import { answers, asks, refusals } from '../common/api-schemas.js';
import { bytesOf, takes, takesBytes, takesFile } from '../common/body.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { inLines } from '../common/lines.js';
import { revalidated } from '../common/revalidated.js';
import { list, type Of } from '../common/shape.js';
import { CHANGES } from '../studies/schemas.js';
import { AttachmentsService } from './attachments.service.js';
import { CatalogueSearchService, type FoundPage } from './catalogue-search.service.js';
import { CatalogueService } from './catalogue.service.js';
import { CatalogueShelves } from './shelves.service.js';
import type { Listing, ListQuery } from '../work/task.js';
import {
  ATTACH,
  ATTACHMENT,
  COVERAGE,
  CREATE_MODEL,
  EXPORT,
  FIELDS_OF,
  FIND,
  FOUND_PUMPS,
  HEADS_OF,
  IMPORT,
  LIST_ENTRIES,
  LIST_IDS,
  LIST_MODELS,
  MODEL_ENTRY,
  MODEL_HEAD,
  MODEL_ID,
  MODEL_LIST,
  MODEL_REVISION,
  MODEL_WHOLE,
  NEWEST_REVISIONS,
  OVERVIEW,
  OVERVIEW_OF,
  RANK,
  REVISE,
  REVISION,
  REVISIONS_OF,
  SHEETS,
  type CreateModelBody,
  type ExportBody,
  type FindBody,
  type ReviseBody,
} from './schemas.js';

const MEDIA = {
  json: 'application/json; charset=utf-8',
  csv: 'text/csv; charset=utf-8',
  xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
};
const FILE_NAMES = { json: 'catalogue.catalogue.json', csv: 'catalogue.csv', xlsx: 'catalogue.xlsx' };

function queryOf(asked: Of<typeof LIST_IDS> | Of<typeof FIELDS_OF>): ListQuery {
  const { kind: of, retired, odd, ...filter } = asked;
  const { sort: column = 'name', down: isDown = false } = asked as { sort?: string; down?: boolean };
  const rest = Object.entries(filter).filter(([key]) => !NO_FILTERS.has(key));
  return { of, retired, filter: { ...Object.fromEntries(rest), ...(odd ? { isOdd: true } : {}) }, order: { column, isDown } };
}

const NO_FILTERS: ReadonlySet<string> = new Set(['sort', 'down', 'from', 'count', 'place', 'speed', 'chosen']);

@ApiTags('catalogue')
@Controller('catalogue')
export class CatalogueController {
  private readonly logger = new Logger('catalogue');

  constructor(
    private readonly catalogue: CatalogueService,
    private readonly search: CatalogueSearchService,
    private readonly shelves: CatalogueShelves,
    private readonly attachments: AttachmentsService,
  ) {}

  @Get('models')
  @ApiOperation({
    summary:
      'Models of a kind without their data, with what lists show: a page of those that match, sorted by a column, and how many there are',
  })
  @asks(LIST_MODELS)
  @answers(200, MODEL_LIST)
  @refusals(503)
  list(
    @Query(new JoiPipe(LIST_MODELS)) asked: Of<typeof LIST_MODELS>,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Listing> {
    const { from, count, place } = asked;
    revalidated(response);
    return this.shelves.list('list', { query: queryOf(asked), from, count, place });
  }

  @Get('overview')
  @ApiOperation({
    summary: 'How many models of a kind there are, their families, and what can be chosen in the filters of the list',
  })
  @asks(OVERVIEW_OF)
  @answers(200, OVERVIEW)
  @refusals(503)
  overview(
    @Query(new JoiPipe(OVERVIEW_OF)) { kind, retired }: Of<typeof OVERVIEW_OF>,
    @Res({ passthrough: true }) response: Response,
  ): Promise<Overview> {
    revalidated(response);
    return this.shelves.list('overview', { of: kind, retired });
  }

  @Get('ids')
  @ApiOperation({ summary: 'All models that match, in their order' })
  @asks(LIST_IDS)
  @answers(200, list(MODEL_ID))
  @refusals(503)
  async ids(@Query(new JoiPipe(LIST_IDS)) asked: Of<typeof LIST_IDS>): Promise<string[]> {
    return (await this.shelves.list('ids', { query: queryOf(asked) })).ids;
  }

  @Get('fields')
  @ApiOperation({ summary: 'Fields of flow and head of the pumps that match: of a family at one of its speeds' })
  @asks(FIELDS_OF)
  @answers(200, COVERAGE)
  @refusals(503)
  fields(
    @Query(new JoiPipe(FIELDS_OF)) asked: Of<typeof FIELDS_OF>,
    @Res({ passthrough: true }) response: Response,
  ): Promise<CoverageFields> {
    const { speed = null, chosen } = asked;
    revalidated(response);
    return this.shelves.list('fields', { query: queryOf(asked), speed, chosen });
  }

  @Post('heads')
  @HttpCode(200)
  @ApiOperation({ summary: 'What lists show of some models' })
  @takes(HEADS_OF)
  @answers(200, list(MODEL_HEAD))
  @refusals(503)
  async heads(@Body() { ids }: Of<typeof HEADS_OF>): Promise<ModelHead[]> {
    return (await this.shelves.list('heads', { ids })).heads;
  }

  @Get('entries')
  @ApiOperation({
    summary: 'All models of a kind that are offered, with their data: for valves and motors, whose data are small',
  })
  @asks(LIST_ENTRIES)
  @answers(200, list(MODEL_ENTRY))
  @refusals(503)
  entries(@Query(new JoiPipe(LIST_ENTRIES)) { kind }: Of<typeof LIST_ENTRIES>): Promise<ModelEntry[]> {
    return this.catalogue.entries(kind);
  }

  @Post('models')
  @ApiOperation({ summary: 'A new model: an entry of a catalogue file' })
  @takes(CREATE_MODEL, 'document')
  @answers(201, MODEL_WHOLE)
  @refusals(409, 422, 503, 507)
  create(@Body() body: CreateModelBody): Promise<ModelWhole> {
    return this.catalogue.create(body);
  }

  @Get('models/:id')
  @ApiOperation({ summary: 'A model with its data, revisions, attachments and the studies that use it' })
  @answers(200, MODEL_WHOLE)
  @refusals(404, 503)
  get(@Param('id', new JoiPipe(MODEL_ID)) id: string): Promise<ModelWhole> {
    return this.catalogue.get(id);
  }

  @Put('models/:id')
  @ApiOperation({ summary: 'A further revision over the one that was seen; 409 when that is no longer the newest' })
  @takes(REVISE, 'document')
  @answers(200, MODEL_WHOLE)
  @refusals(404, 409, 422, 503, 507)
  revise(@Param('id', new JoiPipe(MODEL_ID)) id: string, @Body() body: ReviseBody): Promise<ModelWhole> {
    return this.catalogue.revise(id, body);
  }

  @Post('models/:id/retire')
  @HttpCode(200)
  @ApiOperation({ summary: 'No longer offered; studies keep what they took' })
  @answers(200, MODEL_WHOLE)
  @refusals(404, 503, 507)
  retire(@Param('id', new JoiPipe(MODEL_ID)) id: string): Promise<ModelWhole> {
    return this.catalogue.retire(id, true);
  }

  @Post('models/:id/restore')
  @HttpCode(200)
  @ApiOperation({ summary: 'Offered again' })
  @answers(200, MODEL_WHOLE)
  @refusals(404, 503, 507)
  restore(@Param('id', new JoiPipe(MODEL_ID)) id: string): Promise<ModelWhole> {
    return this.catalogue.retire(id, false);
  }

  @Post('models/:id/check')
  @HttpCode(200)
  @ApiOperation({ summary: 'The newest revision was looked over by who works here' })
  @answers(200, MODEL_WHOLE)
  @refusals(404, 503, 507)
  check(@Param('id', new JoiPipe(MODEL_ID)) id: string): Promise<ModelWhole> {
    return this.catalogue.check(id);
  }

  @Get('models/:id/revisions/:revision')
  @ApiOperation({ summary: 'The data of a revision' })
  @answers(200, MODEL_REVISION)
  @refusals(404, 503)
  revision(
    @Param('id', new JoiPipe(MODEL_ID)) id: string,
    @Param('revision', new JoiPipe(REVISION)) revision: number,
  ): Promise<{ revision: number; entry: Record<string, unknown> }> {
    return this.catalogue.revision(id, revision);
  }

  @Get('models/:id/revisions/:revision/changes/:after')
  @ApiOperation({ summary: 'What differs between two revisions' })
  @answers(200, CHANGES)
  @refusals(404, 422, 503)
  changes(
    @Param('id', new JoiPipe(MODEL_ID)) id: string,
    @Param('revision', new JoiPipe(REVISION)) revision: number,
    @Param('after', new JoiPipe(REVISION)) after: number,
  ): Promise<DocumentChange[]> {
    return this.catalogue.changes(id, revision, after);
  }

  @Post('revisions')
  @HttpCode(200)
  @ApiOperation({ summary: 'Newest revisions of some models' })
  @takes(REVISIONS_OF)
  @answers(200, NEWEST_REVISIONS)
  @refusals(503)
  newest(@Body() { ids }: Of<typeof REVISIONS_OF>): ReturnType<CatalogueService['newest']> {
    return this.catalogue.newest(ids);
  }

  @Post('import')
  @HttpCode(200)
  @ApiOperation({
    summary:
      'A catalogue file, whole or not at all. The answer is a line of JSON at a time: {"done","of"} while it runs, {"result"} or {"problem"} at the end; it ends with the connection, and nothing is kept then',
  })
  @takesBytes(IMPORT, 'large')
  @ApiProduces('application/x-ndjson')
  async import(@Body() body: unknown, @Req() request: Request, @Res() response: Response): Promise<void> {
    await inLines(request, response, async (say) => {
      say({ result: await this.catalogue.import(bytesOf(body), (done, of) => say({ done, of })) });
    });
  }

  @Post('rank')
  @HttpCode(200)
  @ApiOperation({
    summary:
      'Every pump of the catalogue in a position of a study. The answer is a line of JSON at a time: {"piece","done","of"}, the first with what is required, then {"result"} or {"problem"}; it ends with the connection',
  })
  @takesBytes(RANK, 'large')
  @ApiProduces('application/x-ndjson')
  async rank(@Body() body: unknown, @Req() request: Request, @Res() response: Response): Promise<void> {
    await inLines(request, response, async (say, signal) => {
      await this.search.rank(bytesOf(body), (piece, done, of) => say({ piece, done, of }), signal);
      say({ result: true });
    });
  }

  @Post('sheets')
  @HttpCode(200)
  @ApiOperation({ summary: 'The cells of a table (.xlsx, or a text with commas, semicolons or tabs), and what is hidden in it' })
  @takesFile('application/octet-stream')
  @answers(200, SHEETS)
  @refusals(422, 503)
  sheets(@Body() body: unknown): ReturnType<CatalogueService['sheets']> {
    return this.catalogue.sheets(bytesOf(body));
  }

  @Post('export')
  @HttpCode(200)
  @ApiOperation({ summary: 'Some models as a catalogue file, a CSV or a spreadsheet, which can be imported again' })
  @takes(EXPORT, 'document')
  @refusals(404, 422, 503)
  async export(@Body() body: ExportBody, @Res() response: Response): Promise<void> {
    const data = await this.catalogue.export(body);
    response.setHeader('Content-Type', MEDIA[body.format]);
    response.setHeader('Content-Disposition', contentDisposition(FILE_NAMES[body.format]));
    response.send(Buffer.from(data));
  }

  @Post('find')
  @HttpCode(200)
  @ApiOperation({ summary: 'Pumps of the catalogue for one duty, a page of them in the order of a column; SI' })
  @takes(FIND)
  @answers(200, FOUND_PUMPS)
  @refusals(422, 503)
  find(@Body() { sort, down, from, count, ...wanted }: FindBody): Promise<FoundPage> {
    return this.search.page(wanted, { by: sort, isDown: down }, from, count);
  }

  @Post('models/:id/attachments')
  @ApiOperation({ summary: 'A drawing, a manual or a printed curve: PDF, PNG or JPEG, at most 20 MB' })
  @asks(ATTACH)
  @takesFile('application/octet-stream')
  @answers(201, ATTACHMENT)
  @refusals(404, 422, 503, 507)
  attach(
    @Param('id', new JoiPipe(MODEL_ID)) id: string,
    @Query(new JoiPipe(ATTACH)) { name, role }: Of<typeof ATTACH>,
    @Body() body: unknown,
  ): Promise<AttachmentHead> {
    return this.attachments.add(id, name, role, bytesOf(body));
  }

  @Get('attachments/:id')
  @ApiOperation({ summary: 'The attachment itself' })
  @refusals(404, 503)
  async attachment(@Param('id', new JoiPipe(MODEL_ID)) id: string, @Res() response: Response): Promise<void> {
    const { name, mediaType, data } = await this.attachments.get(id);
    response.setHeader('Content-Type', mediaType);
    // a file from elsewhere runs nothing here: pictures are shown, the rest is saved
    response.setHeader('Content-Security-Policy', "default-src 'none'; sandbox");
    response.setHeader(
      'Content-Disposition',
      contentDisposition(name, { type: mediaType.startsWith('image/') ? 'inline' : 'attachment' }),
    );
    response.send(data);
  }

  @Delete('attachments/:id')
  @ApiOperation({ summary: 'Take an attachment away' })
  @answers(200, ATTACHMENT)
  @refusals(404, 503, 507)
  detach(@Param('id', new JoiPipe(MODEL_ID)) id: string): Promise<AttachmentHead> {
    return this.attachments.remove(id);
  }
}

import { Body, Controller, Get, Param, Post, Res } from '@nestjs/common';
import { ApiOperation, ApiTags } from '@nestjs/swagger';
import { create as contentDisposition } from 'content-disposition';
import type { Response } from 'express';
import type { IssuedRevision } from '@cedar-knot/core';
import { answers, refusals } from '../common/api-schemas.js';
import { takes } from '../common/body.js';
import { JoiPipe } from '../common/joi.pipe.js';
import { REPORT_MEDIA, sendStored } from '../studies/sending.js';
import { ID, STUDY_WHOLE } from '../studies/schemas.js';
import { RevisionsService } from './revisions.service.js';
import { ISSUE, LETTER, PAPER, REVISION_WHOLE, REVISIONS, type IssueBody } from './schemas.js';

@ApiTags('revisions')
@Controller('studies/:id/revisions')
export class RevisionsController {
  constructor(private readonly revisions: RevisionsService) {}

  @Get()
  @ApiOperation({ summary: 'Issued revisions, the oldest first' })
  @answers(200, REVISIONS)
  @refusals(404, 503)
  list(@Param('id', new JoiPipe(ID)) id: string): Promise<IssuedRevision[]> {
    return this.revisions.list(id);
  }

  @Post()
  @ApiOperation({
    summary:
      'Issue the version that was seen: it takes the next letter, is frozen with its results, and its PDF and workbook are kept as they are; answers the study as it stands then',
  })
  @takes(ISSUE)
  @answers(201, STUDY_WHOLE)
  @refusals(404, 409, 422, 503, 507)
  async issue(@Param('id', new JoiPipe(ID)) id: string, @Body() body: IssueBody, @Res() response: Response): Promise<void> {
    sendStored(response, await this.revisions.issue(id, body));
  }

  @Get(':letter')
  @ApiOperation({ summary: 'An issued revision with its frozen document, of which the hash is' })
  @answers(200, REVISION_WHOLE)
  @refusals(404, 503)
  async get(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('letter', new JoiPipe(LETTER)) letter: string,
    @Res() response: Response,
  ): Promise<void> {
    sendStored(response, await this.revisions.get(id, letter));
  }

  @Get(':letter/results')
  @ApiOperation({ summary: 'The results of an issued revision, as `solve` gave them' })
  @refusals(404, 503)
  async results(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('letter', new JoiPipe(LETTER)) letter: string,
    @Res() response: Response,
  ): Promise<void> {
    const text = await this.revisions.results(id, letter);
    response.setHeader('Content-Type', 'application/json; charset=utf-8');
    response.send(text);
  }

  @Get(':letter/papers/:paper')
  @ApiOperation({ summary: 'A paper of an issued revision, byte for byte as it was issued' })
  @refusals(404, 503)
  async paper(
    @Param('id', new JoiPipe(ID)) id: string,
    @Param('letter', new JoiPipe(LETTER)) letter: string,
    @Param('paper', new JoiPipe(PAPER)) paper: 'pdf' | 'xlsx',
    @Res() response: Response,
  ): Promise<void> {
    const { name, data } = await this.revisions.paper(id, letter, paper);
    response.setHeader('Content-Type', REPORT_MEDIA[paper]);
    response.setHeader('Content-Disposition', contentDisposition(name));
    response.send(data);
  }
}

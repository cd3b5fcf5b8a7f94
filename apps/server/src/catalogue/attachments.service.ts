import { randomUUID } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import type { AttachmentHead } from '@cedar-knot/core';
import { ApiProblem, notFound, tooLarge, bodyOf } from '../common/problem.js';
import { AttachmentModel, CatalogueModel } from '../database/models/catalogue.models.js';
import { PeopleService } from '../people/people.service.js';
import { LARGEST_ATTACHMENT, mediaTypeOf, MOST_ATTACHMENTS } from './media.js';
import { attachmentHead } from './rows.js';
import { worded } from '../words.js';

/** Drawings, manuals and printed curves of models. */
@Injectable()
export class AttachmentsService {
  constructor(
    @InjectModel(CatalogueModel) private readonly models: typeof CatalogueModel,
    @InjectModel(AttachmentModel) private readonly attachments: typeof AttachmentModel,
    private readonly people: PeopleService,
  ) {}

  async add(modelId: string, name: string, role: string, data: Uint8Array): Promise<AttachmentHead> {
    if (!(await this.models.findByPk(modelId, { attributes: ['id'] })))
      throw notFound(worded('server.modelInTheCatalogue2', { modelId }));
    if (data.byteLength > LARGEST_ATTACHMENT)
      throw tooLarge(worded('server.anAttachmentOfAtMost', { largest: LARGEST_ATTACHMENT / 1024 / 1024 }));
    const mediaType = mediaTypeOf(data);
    if (!mediaType) throw new ApiProblem(422, bodyOf('bad-type', worded('server.unknownKindOfFileExpected')));
    if ((await this.attachments.count({ where: { modelId } })) >= MOST_ATTACHMENTS)
      throw new ApiProblem(422, bodyOf('too-many', worded('server.aModelHasAtMost', { maxAttachments: MOST_ATTACHMENTS })));
    const person = await this.people.get();
    const row = await this.attachments.create({
      id: randomUUID(),
      modelId,
      name,
      role,
      mediaType,
      size: data.byteLength,
      data: Buffer.from(data),
      addedAt: new Date(),
      byName: person?.name ?? null,
      byInitials: person?.initials ?? null,
    });
    return attachmentHead(row);
  }

  async get(id: string): Promise<{ name: string; mediaType: string; data: Buffer }> {
    const row = await this.attachments.findByPk(id);
    if (!row) throw notFound(worded('server.attachment', { id }));
    return { name: row.name, mediaType: row.mediaType, data: row.data };
  }

  async remove(id: string): Promise<AttachmentHead> {
    const row = await this.attachments.findByPk(id, { attributes: { exclude: ['data'] } });
    if (!row) throw notFound(worded('server.attachment', { id }));
    const head = attachmentHead(row);
    await this.attachments.destroy({ where: { id } });
    return head;
  }
}

import { Injectable } from '@nestjs/common';
import type { Person } from '@cedar-knot/core';
import { SettingsRepository } from '../database/settings.repository.js';

const SETTING = 'person';

/** Who works here: one person on a machine, asked once. */
@Injectable()
export class PeopleService {
  private known: Person | null | undefined;

  constructor(private readonly settings: SettingsRepository) {}

  async get(): Promise<Person | null> {
    if (this.known !== undefined) return this.known;
    const kept = await this.settings.get(SETTING);
    this.known = kept === undefined ? null : (JSON.parse(kept) as Person);
    return this.known;
  }

  async set(person: Person): Promise<Person> {
    await this.settings.put(SETTING, JSON.stringify(person));
    this.known = person;
    return person;
  }
}

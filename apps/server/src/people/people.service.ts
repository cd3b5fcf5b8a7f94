import { Injectable } from '@nestjs/common';
import { InjectConnection } from '@nestjs/sequelize';
import type { Person } from '@cedar-knot/core';
import { QueryTypes } from 'sequelize';
import { Sequelize } from 'sequelize-typescript';

const SETTING = 'person';

/** Who works here: one person on a machine, asked once. */
@Injectable()
export class PeopleService {
  private known: Person | null | undefined;

  constructor(@InjectConnection() private readonly sequelize: Sequelize) {}

  async get(): Promise<Person | null> {
    if (this.known !== undefined) return this.known;
    const [row] = await this.sequelize.query<{ value: string }>('SELECT value FROM settings WHERE name = :name', {
      replacements: { name: SETTING },
      type: QueryTypes.SELECT,
    });
    this.known = row ? (JSON.parse(row.value) as Person) : null;
    return this.known;
  }

  async set(person: Person): Promise<Person> {
    await this.sequelize.query('REPLACE INTO settings (name, value) VALUES (:name, :value)', {
      replacements: { name: SETTING, value: JSON.stringify(person) },
    });
    this.known = person;
    return person;
  }
}

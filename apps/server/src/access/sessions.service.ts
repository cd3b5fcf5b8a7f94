import { createHash, randomBytes } from 'node:crypto';
import { Injectable } from '@nestjs/common';
import { InjectModel } from '@nestjs/sequelize';
import { Op } from 'sequelize';
import { SessionModel } from '../database/models/session.model.js';

const DAY_MS = 86_400_000;
/** how long a session lasts */
export const SESSION_MS = 30 * DAY_MS;
/** a page that is loaded with a session older than this is given a new one */
const FRESH_MS = 15 * DAY_MS;
/** of one account: more are made by programs that keep no cookies */
const MOST_SESSIONS = 100;
const SECRET = /^[0-9a-f]{64}$/;

interface Known {
  account: number;
  expiresAt: number;
}

/**
 * Sessions of browsers. They are in the database, so that they outlive a restart, and remembered here, so that a page goes on being
 * answered while the database does not.
 */
@Injectable()
export class SessionsService {
  private readonly known = new Map<string, Known>();

  constructor(@InjectModel(SessionModel) private readonly sessions: typeof SessionModel) {}

  /** A new session of an account; returns its secret, which is nowhere else. */
  async open(account: number): Promise<string> {
    const secret = randomBytes(32).toString('hex');
    const expiresAt = new Date(Date.now() + SESSION_MS);
    await this.thin(account);
    await this.sessions.create({ hash: hashOf(secret), account, expiresAt });
    this.known.set(hashOf(secret), { account, expiresAt: expiresAt.getTime() });
    return secret;
  }

  /**
   * Whether a secret is of a session of this account that has not expired.
   *
   * @returns `fresh`, or `old` when it lasts but the next page is to be given a new one; undefined when it is none
   */
  async stateOf(secret: string, account: number | undefined): Promise<'fresh' | 'old' | undefined> {
    if (account === undefined || !SECRET.test(secret)) return undefined;
    const found = await this.find(hashOf(secret));
    const left = (found?.expiresAt ?? 0) - Date.now();
    if (found?.account !== account || left <= 0) return undefined;
    return left > SESSION_MS - FRESH_MS ? 'fresh' : 'old';
  }

  private async find(hash: string): Promise<Known | undefined> {
    const known = this.known.get(hash);
    if (known) return known;
    const row = await this.sessions.findByPk(hash);
    if (!row) return undefined;
    const found = { account: row.account, expiresAt: row.expiresAt.getTime() };
    this.known.set(hash, found);
    return found;
  }

  /** takes out what has expired, and the oldest beyond the most that are kept */
  private async thin(account: number): Promise<void> {
    await this.sessions.destroy({ where: { expiresAt: { [Op.lt]: new Date() } } });
    const surplus = await this.sessions.findAll({
      where: { account },
      order: [['expiresAt', 'DESC']],
      offset: MOST_SESSIONS - 1,
      limit: MOST_SESSIONS,
    });
    const hashes = surplus.map((s) => s.hash);
    if (hashes.length > 0) await this.sessions.destroy({ where: { hash: hashes } });
    for (const [hash, { expiresAt }] of this.known) if (expiresAt < Date.now() || hashes.includes(hash)) this.known.delete(hash);
  }
}

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');

/** Signing in: hashed PIN, limited tries, sessions kept in the database so that every server process knows them. */
import { Injectable } from '@nestjs/common';
import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import { Problem } from '../http/problem.ts';
import { PeopleRepository } from './people.repository.ts';
import type { Person } from './person.ts';

const TRIES = 5;
const LOCK_MINUTES = 5;
const SESSION_HOURS = 14; // a shift and some
const digest = (token: string) => createHash('sha256').update(token).digest('hex');

export const hashPin = (pin: string): Promise<string> => hash(pin);

@Injectable()
export class PeopleService {
  constructor(private readonly people: PeopleRepository) {}

  names() {
    return this.people.names();
  }

  /** @returns a session token, shown to the client once */
  async signIn(name: string, pin: string): Promise<{ token: string; person: Person; hours: number }> {
    const wrong = () => new Problem(401, 'Name or PIN is wrong.');
    const found = await this.people.byName(name);
    if (!found) {
      await hash(pin); // the same time whether or not the name exists
      throw wrong();
    }
    if (found.lockedUntil && found.lockedUntil > new Date())
      throw new Problem(
        429,
        `Too many wrong PINs for ${found.name}. Wait until ${found.lockedUntil.toISOString().slice(11, 16)} UTC, or ask the lead.`,
      );
    // The try is counted before it is checked: many at once do not get more tries than one after another.
    const tries = await this.people.countTry(found.id, TRIES, LOCK_MINUTES);
    if (tries > TRIES) throw wrong();
    if (!(await verify(found.pinHash, pin))) throw wrong();
    await this.people.clearTries(found.id);
    const token = randomBytes(32).toString('base64url');
    await this.people.addSession(digest(token), found.id, new Date(Date.now() + SESSION_HOURS * 3_600_000));
    return {
      token,
      person: { id: found.id, shopId: found.shopId, shop: found.shop, name: found.name, role: found.role },
      hours: SESSION_HOURS,
    };
  }

  async whoHas(token: string | undefined): Promise<Person | null> {
    return token ? this.people.bySession(digest(token)) : null;
  }

  async signOut(token: string | undefined): Promise<void> {
    if (token) await this.people.dropSession(digest(token));
  }
}

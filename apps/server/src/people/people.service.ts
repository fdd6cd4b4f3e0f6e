/** Who works here: signing in and out, the first lead, and what a lead may do with people. */
import { Injectable } from '@nestjs/common';
import { finding, readShift } from '@norther/core';
import type { NewPerson, PersonChange, PersonRecord, SetUpShop } from '@norther/records';
import { createHash, randomBytes } from 'node:crypto';
import { Writer, type WriteKey } from '../database/write.ts';
import { badInput, Busy, conflict, forbidden, notFound, Problem, stale } from '../http/problem.ts';
import { PeopleRepository } from './people.repository.ts';
import type { Person } from './person.ts';
import { checkPin, hashPin, weakPin } from './pins.ts';
import { SignInLimits } from './sign-in-limits.ts';

const SESSION_HOURS = 14; // a shift and some
export const digest = (token: string) => createHash('sha256').update(token).digest('hex');
/** A hash nobody has the PIN of: checking against it takes as long as against a real one. */
const NOBODY = hashPin(randomBytes(18).toString('base64url'));

export interface SignedIn {
  /** Shown to the client once. */
  readonly token: string;
  readonly person: Person;
  readonly hours: number;
}

@Injectable()
export class PeopleService {
  constructor(
    private readonly people: PeopleRepository,
    private readonly limits: SignInLimits,
    private readonly writer: Writer,
  ) {}

  /** The same answer, in the same time, for a name that is known and one that is not. */
  async signIn(name: string, pin: string, place: string): Promise<SignedIn> {
    const wait = await this.limits.begin(name, place);
    if (wait > 0)
      throw new Busy(
        `Too many wrong tries from here: wait ${wait < 100 ? `${wait} s` : `${Math.ceil(wait / 60)} min`}. Another lead can let you in at once.`,
        wait,
        429,
      );
    const found = await this.people.byName(name);
    const right = await checkPin(found?.pinHash ?? (await NOBODY), pin);
    if (!found || !right) {
      await this.people.recordFailedSignIn(name, found?.shopId ?? null);
      throw new Problem(401, 'Name or PIN is wrong.');
    }
    await this.limits.succeeded(name, place);
    return this.begin(found);
  }

  async whoHas(token: string | undefined): Promise<Person | null> {
    return token ? this.people.bySession(digest(token)) : null;
  }

  /** Whether a session still lasts. */
  async lives(sessionKey: string): Promise<boolean> {
    return (await this.people.bySession(sessionKey)) !== null;
  }

  async signOut(token: string | undefined): Promise<void> {
    if (token) await this.people.dropSession(digest(token));
  }

  /** Whether the first lead is still to be entered. */
  async needsSetUp(): Promise<boolean> {
    return (await this.people.emptyShop()) !== null;
  }

  /** The first lead enters themselves, once, with the word that the start script printed on the machine. */
  async setUp(entry: SetUpShop, place: string): Promise<SignedIn> {
    const wait = await this.limits.begin('first lead', place);
    if (wait > 0) throw new Busy(`Too many wrong tries: wait ${wait} s.`, wait, 429);
    const shop = await this.people.emptyShop();
    if (!shop) throw conflict('setup.done', 'This shop has its people already; sign in.');
    if (!shop.setupHash || !(await checkPin(shop.setupHash, entry.word.trim().toLowerCase())))
      throw new Problem(401, 'That is not the word that was printed when the server started.');
    const weak = weakPin(entry.pin, entry.name);
    if (weak) throw badInput([weak]);
    const first = await this.people.addFirst(shop.id, entry.shop, entry.name, await hashPin(entry.pin));
    if (!first) throw conflict('setup.done', 'Somebody else has just set this shop up; sign in.');
    await this.limits.succeeded('first lead', place);
    return this.begin(first);
  }

  list(person: Person): Promise<PersonRecord[]> {
    return this.people.list(person.shopId);
  }

  async add(person: Person, write: WriteKey, entry: NewPerson): Promise<PersonRecord> {
    onlyLead(person);
    const weak = weakPin(entry.pin, entry.name);
    if (weak) throw badInput([weak]);
    const pinHash = await hashPin(entry.pin);
    return this.writer.once(person, write, async ({ tx, record }) => {
      const added = await this.people.add(tx, person.shopId, { ...entry, pinHash });
      if (!added) throw nameTaken(entry.name);
      await record({ motorId: null, what: `${added.name} added as ${added.role}`, after: shown(added) });
      return added;
    });
  }

  /** Renames, changes the role, gives a new PIN, retires or takes back; never the last lead away. */
  async change(person: Person, write: WriteKey, id: string, change: PersonChange): Promise<PersonRecord> {
    const own = id === person.id;
    if (!own) onlyLead(person);
    if (
      own &&
      person.role !== 'lead' &&
      (change.role || change.retired !== undefined || change.name || change.shift)
    )
      throw forbidden('Yourself you may give a new PIN; the rest is a lead’s.');
    const weak = change.pin === undefined ? null : weakPin(change.pin, change.name ?? person.name);
    if (weak) throw badInput([weak]);
    const unread = change.shift === undefined ? [] : readShift(change.shift).findings;
    if (unread.length > 0) throw badInput(unread);
    const pinHash = change.pin === undefined ? undefined : await hashPin(change.pin);
    return this.writer.once(person, write, async ({ tx, now, record }) => {
      const everybody = await this.people.lockAll(tx, person.shopId);
      const before = everybody.find((p) => p.id === id);
      if (!before) throw notFound('This person');
      if (before.version !== change.version) throw stale(before, { ...change, pin: undefined });
      const leadsLeft = everybody.filter(
        (p) =>
          !p.retiredAt &&
          (p.id === id ? (change.role ?? p.role) === 'lead' && change.retired !== true : p.role === 'lead'),
      );
      if (leadsLeft.length === 0)
        throw conflict('people.last-lead', 'A shop keeps at least one lead: make somebody else one first.');
      const after = await this.people.change(tx, id, {
        ...(change.name === undefined ? {} : { name: change.name }),
        ...(change.role === undefined ? {} : { role: change.role }),
        ...(change.retired === undefined ? {} : { retiredAt: change.retired ? now : null }),
        ...(change.shift === undefined ? {} : { shift: change.shift }),
        ...(pinHash === undefined ? {} : { pinHash, publishedPin: false }),
      });
      if (!after) throw nameTaken(change.name!);
      // A new PIN, another role, or being retired ends what was signed in before.
      if (pinHash !== undefined || change.role !== undefined || change.retired)
        await this.people.dropSessionsOf(tx, id);
      await record({
        motorId: null,
        what: `${before.name} changed`,
        before: shown(before),
        after: { ...shown(after), ...(pinHash ? { pin: 'a new one' } : {}) },
      });
      return after;
    });
  }

  unlock(person: Person, write: WriteKey, id: string): Promise<{ readonly unlocked: string }> {
    onlyLead(person);
    return this.writer.once(person, write, async ({ tx, record }) => {
      const found = (await this.people.lockAll(tx, person.shopId)).find((p) => p.id === id);
      if (!found) throw notFound('This person');
      await this.limits.unlock(found.name);
      await record({ motorId: null, what: `${found.name} may try to sign in again` });
      return { unlocked: found.name };
    });
  }

  private async begin(person: Person): Promise<SignedIn> {
    const token = randomBytes(32).toString('base64url');
    await this.people.addSession(digest(token), person.id, new Date(Date.now() + SESSION_HOURS * 3_600_000));
    return { token, person, hours: SESSION_HOURS };
  }
}

const shown = ({ name, role, retiredAt, shift }: PersonRecord) => ({ name, role, retiredAt, shift });
const nameTaken = (name: string) => {
  const message = `There is a ${name} already; names are read in any case, so they must differ by more.`;
  return new Problem(409, message, [finding('stop', 'people.name-taken', message, ['name'])]);
};
function onlyLead(person: Person) {
  if (person.role !== 'lead') throw forbidden('People are a lead’s to add and change.');
}

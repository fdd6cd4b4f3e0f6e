/** Asks the controllers of ovens that have a load, every ten seconds, and keeps what their thermocouples say. */
import { Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { controllerOf, type ControllerAddress } from '@norther/core';
import type { ControllerState } from '@norther/records';
import { HeatRepository, type OpenLoad } from './heat.repository.ts';
import { askLine, askLines } from '../bench/ask-lines.ts';
import { readLine, readMemory } from './oven-line.ts';

const EVERY_MS = 10_000;
/** A gap that is filled from what the controller remembers, and the longest it is asked for. */
const GAP_MS = 150_000;
const REMEMBERED_MIN = 1440;
const NONE: ControllerState = { state: 'none', at: null, words: '' };

@Injectable()
export class OvenReader implements OnModuleInit, OnModuleDestroy {
  private readonly states = new Map<string, ControllerState>();
  private timer: NodeJS.Timeout | null = null;
  /** Loads whose controller remembers nothing. */
  private readonly forgets = new Set<string>();
  private readonly log = new Logger('ovens');

  constructor(private readonly heat: HeatRepository) {}

  onModuleInit() {
    setTimeout(() => void this.readAll(), 500).unref();
    this.timer = setInterval(() => void this.readAll(), EVERY_MS).unref();
  }

  onModuleDestroy() {
    if (this.timer) clearInterval(this.timer);
  }

  stateOf(ovenId: string, controller: string | undefined): ControllerState {
    return controller ? (this.states.get(ovenId) ?? { ...NONE, state: 'silent' }) : NONE;
  }

  /** One round; a controller that hangs does not keep the others waiting. */
  async readAll(): Promise<void> {
    try {
      await Promise.all((await this.heat.readable()).map((load) => this.read(load)));
    } catch (error) {
      // A database that is away is back sooner or later; readings in between are a gap, and said to be one.
      this.log.warn(`ovens were not read (${(error as Error).message})`);
    }
  }

  private async read({ id, shopId, ovenId, controller, startedAt, newest }: OpenLoad) {
    // Slots of ten seconds, so that two processes of one shop keep one reading.
    const at = new Date(Math.floor(Date.now() / EVERY_MS) * EVERY_MS);
    try {
      const address = controllerOf(controller);
      if (!address) throw new Error('The controller has no address that can be read.');
      const gap = Date.now() - (newest ?? startedAt).getTime();
      if (gap > GAP_MS && !this.forgets.has(id)) await this.fill(id, shopId, address, startedAt, gap);
      const reading = readLine(await askLine(address, `READ ${address.channel}`), address.channel);
      await this.heat.addPoints(shopId, id, [{ at, parts: reading.parts, airC: reading.airC }]);
      const open = reading.parts.flatMap((p, i) => (p === null ? [i + 1] : []));
      const words = [
        reading.parts.length === 0
          ? 'The controller has no thermocouple in the part: the air alone proves nothing.'
          : '',
        open.length > 0 ? `Thermocouple ${open.join(', ')} is open.` : '',
        reading.door === 'open' ? 'The door is open.' : '',
        reading.heat === 'off' ? 'The heat is off.' : '',
        reading.setC !== null && reading.airC !== null && reading.airC > reading.setC + 15
          ? `The air is ${Math.round(reading.airC - reading.setC)} K over what is set: switch the oven off at its main switch.`
          : '',
      ].filter(Boolean);
      this.states.set(ovenId, { state: 'heard', at: at.toISOString(), words: words.join(' ') });
    } catch (error) {
      const before = this.states.get(ovenId);
      this.states.set(ovenId, { state: 'silent', at: before?.at ?? null, words: (error as Error).message });
    }
  }

  /** What happened while nobody asked: this server was down, or the load was put in the oven before it was entered. */
  private async fill(id: string, shopId: string, address: ControllerAddress, startedAt: Date, gap: number) {
    const now = Date.now();
    const minutes = Math.min(REMEMBERED_MIN, Math.ceil(gap / 60_000));
    try {
      const memory = readMemory(
        await askLines(address, `LOG ${address.channel} ${minutes}`),
        address.channel,
      );
      const points = memory
        .map(({ minutesAgo, reading }) => ({
          at: new Date(now - minutesAgo * 60_000),
          parts: reading.parts,
          airC: reading.airC,
        }))
        .filter((p) => p.at >= startedAt && p.at.getTime() > now - gap && p.parts.length > 0);
      await this.heat.addPoints(shopId, id, points);
    } catch (error) {
      // One without a memory is not asked again; its gap stays a gap.
      this.forgets.add(id);
      this.log.log(`nothing before this is known of a load (${(error as Error).message})`);
    }
  }
}

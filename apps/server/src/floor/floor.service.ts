/** What everybody looks at first, and again with every change: worked out once for all who ask. */
import { Injectable } from '@nestjs/common';
import { ANY_STATION } from '@norther/core';
import type { FloorMotor } from '@norther/records';
import { isoOf } from '../motors/rows-from-json.ts';
import { openNotes } from './floor-notes.ts';
import { FloorRepository, type FloorRow } from './floor.repository.ts';
import { singleFlight } from './single-flight.ts';

const DAY = 86_400_000;
const ON_THE_LINE: ReadonlySet<string> = new Set(ANY_STATION.filter((s) => s.equipment).map((s) => s.id));

@Injectable()
export class FloorService {
  readonly floor: (shopId: string) => Promise<FloorMotor[]>;

  constructor(private readonly rows: FloorRepository) {
    this.floor = singleFlight(async (shopId) => (await this.rows.floor(shopId)).map(motorOf));
  }

  /** One motor as the floor has it; null when it is not there. */
  async motor(shopId: string, id: string): Promise<FloorMotor | null> {
    const row = await this.rows.motor(shopId, id);
    return row && motorOf(row);
  }
}

function motorOf(row: FloorRow): FloorMotor {
  const since = Date.now() - DAY;
  return {
    motor: row.motor,
    // Ovens, panel and balancer, in hand or signed within the last day: what the line of today shows.
    recent: row.steps
      .filter(
        (s) =>
          ON_THE_LINE.has(s.station) && s.takenAt && (!s.signedAt || new Date(s.signedAt).getTime() > since),
      )
      .map((s) => ({ ...s, takenAt: isoOf(s.takenAt), signedAt: isoOf(s.signedAt) })),
    notes: openNotes(row),
  };
}

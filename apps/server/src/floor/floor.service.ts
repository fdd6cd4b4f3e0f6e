/** What everybody looks at first, and again with every change: worked out once for all who ask. */
import { Injectable } from '@nestjs/common';
import { routeOf, stationsOf, type Route } from '@norther/core';
import type { FloorMotor } from '@norther/records';
import { isoOf } from '../motors/rows-from-json.ts';
import { openNotes } from './floor-notes.ts';
import { FloorRepository, type FloorRow } from './floor.repository.ts';
import { RoutesRepository } from '../routes/routes.repository.ts';
import { singleFlight } from './single-flight.ts';

const DAY = 86_400_000;

@Injectable()
export class FloorService {
  readonly floor: (shopId: string) => Promise<FloorMotor[]>;

  constructor(
    private readonly rows: FloorRepository,
    private readonly routes: RoutesRepository,
  ) {
    this.floor = singleFlight(async (shopId) => {
      const rows = await this.rows.floor(shopId);
      return Promise.all(rows.map((row) => this.judged(shopId, row)));
    });
  }

  /** One motor as the floor has it; null when it is not there. */
  async motor(shopId: string, id: string): Promise<FloorMotor | null> {
    const row = await this.rows.motor(shopId, id);
    return row && this.judged(shopId, row);
  }

  private async judged(shopId: string, row: FloorRow): Promise<FloorMotor> {
    return motorOf(row, routeOf(row.motor, await this.routes.ownRouteOf(shopId, row.motor)));
  }
}

function motorOf(row: FloorRow, route: Route): FloorMotor {
  const onTheLine = (id: string) => stationsOf(route).some((s) => s.id === id && s.equipment);
  const since = Date.now() - DAY;
  return {
    motor: row.motor,
    // Ovens, panel and balancer, in hand or signed within the last day: what the line of today shows.
    recent: row.steps
      .filter(
        (s) => s.takenAt && (!s.signedAt || new Date(s.signedAt).getTime() > since) && onTheLine(s.station),
      )
      .map((s) => ({ ...s, takenAt: isoOf(s.takenAt), signedAt: isoOf(s.signedAt) })),
    notes: openNotes(row, route),
  };
}

/** Every figure of a machine over its visits, with those of its sisters. */
import { figuresOverTime, type FigureOverTime } from '@norther/core';
import { judgeMotor, type MotorRows } from './motor-file.ts';

/** A visit beside the one in hand. */
export interface BesideVisit {
  readonly rows: MotorRows;
  readonly sister: boolean;
}

export const pastFigures = (own: MotorRows, beside: readonly BesideVisit[]): FigureOverTime[] =>
  figuresOverTime(
    [{ rows: own, sister: false }, ...beside].map(({ rows, sister }) => ({
      number: rows.motor.number,
      sister,
      readings: judgeMotor(rows).file.readings as never,
    })),
  );

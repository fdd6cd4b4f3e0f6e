/** The lines there are; a new one is a file and its entry here. */
import type { SeriesLine } from '../line.ts';
import { driveMotorLine } from './drive-motor.ts';
import { toolArmatureLine } from './tool-armature.ts';

const LINES: readonly SeriesLine[] = [driveMotorLine, toolArmatureLine];
export const SERIES_LINES: Readonly<Record<string, SeriesLine>> = Object.fromEntries(
  LINES.map((line) => [line.id, line]),
);

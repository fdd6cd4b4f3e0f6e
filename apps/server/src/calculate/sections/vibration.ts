/** calculate/vibration. */
import {
  barFrequencies,
  bearingFrequencies,
  convertVibration,
  finding,
  overallRms,
  withoutComponent,
  type VibrationReading,
} from '@norther/core';
import { z } from 'zod';
import { inSections, list, NotNegative, Poles, Positive, refuseThis, section } from './sections.ts';

const QUANTITIES = ['velocityMmSRms', 'velocityInSPeak', 'displacementUmPp', 'accelerationGPeak'] as const;

export const VIBRATION = inSections({
  convert: section(
    z.strictObject({
      velocityMmSRms: NotNegative.optional(),
      velocityInSPeak: NotNegative.optional(),
      displacementUmPp: NotNegative.optional(),
      accelerationGPeak: NotNegative.optional(),
      frequencyHz: Positive.optional(),
      speedRpm: Positive.optional(),
    }),
    ({ frequencyHz, speedRpm, ...read }, say) => {
      const typed = QUANTITIES.filter((name) => read[name] !== undefined);
      if (typed.length !== 1)
        return refuseThis('vibration.one-reading', `Give one of ${QUANTITIES.join(', ')}.`, ...QUANTITIES);
      if (frequencyHz !== undefined && speedRpm !== undefined)
        return refuseThis(
          'vibration.two-frequencies',
          'Give the frequency or the speed, not both.',
          'frequencyHz',
          'speedRpm',
        );
      say([
        finding(
          'note',
          'vibration.one-sinusoid',
          'This holds for a single sinusoid only, not for an overall reading.',
          [],
        ),
      ]);
      const hz = frequencyHz ?? (speedRpm === undefined ? null : speedRpm / 60);
      return convertVibration({ [typed[0]!]: read[typed[0]!] } as unknown as VibrationReading, hz);
    },
  ),
  overall: section(z.strictObject({ components: list(NotNegative) }), ({ components }) => ({
    overall: overallRms(components),
  })),
  without: section(z.strictObject({ overall: NotNegative, component: NotNegative }), (q) => ({
    rest: withoutComponent(q.overall, q.component),
  })),
  bearing: section(
    z.strictObject({
      balls: z.int().min(1).max(1000),
      ballMm: Positive,
      pitchMm: Positive,
      contactDeg: z.number().min(0).max(89),
      speedRpm: Positive,
    }),
    (q) => {
      if (q.ballMm >= q.pitchMm)
        return refuseThis(
          'vibration.ball-too-large',
          'A ball is smaller than the circle it runs on.',
          'ballMm',
        );
      return bearingFrequencies(q);
    },
  ),
  bars: section(z.strictObject({ lineHz: Positive, speedRpm: NotNegative, poles: Poles }), (q) =>
    barFrequencies(q.lineHz, q.speedRpm, q.poles),
  ),
});

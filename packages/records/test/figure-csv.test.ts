/** Columns of figures out of files: their units are asked for, what is missing is said, nothing is taken for something else. */
import { loadTestOf, steadyWindows, TEST_KINDS, ohmAt } from '@norther/core';
import { describe, expect, it } from 'vitest';
import { Dynamometer } from '../../../apps/instruments/src/dynamometer.ts';
import { readRunLog, readSpectrumCsv } from '../src/index.ts';

const codes = (r: { readonly findings: readonly { readonly code: string }[] }) =>
  r.findings.map((f) => f.code);
/** The stand-in's log as the file that a dynamometer would write. */
function fileOf(stand: Dynamometer): string {
  stand.answer('RUN');
  const rows = stand.answer('LOG').split('\n').slice(1, -1);
  return [
    'time s;volts V;current A;input W;torque N·m;speed rpm;winding °C',
    ...rows.map((r) => r.replaceAll(' ', ';').replaceAll('-', '')),
  ].join('\n');
}
const windowsOf = (csv: string) => {
  const log = readRunLog(csv);
  if (!log.ok) throw new Error(codes(log).join());
  return steadyWindows(log.value);
};

describe('the log of a dynamometer', () => {
  const plate = { powerKw: 4, voltageV: 400, currentA: 8.4, frequencyHz: 50, speedRpm: 1455 };
  it.each([0.03, 0.055, 0.09])(
    'gives back the efficiency of a motor with %s W/(N·m)² of stray loss',
    (strayWPerNm2) => {
      const stand = new Dynamometer({ strayWPerNm2 });
      const found = windowsOf(fileOf(stand));
      if (!found.ok) throw new Error(codes(found).join());
      expect(found.value).toHaveLength(6);
      const points = found.value
        .map((w) =>
          [w.currentA, w.inputW, w.torqueNm, w.speedRpm, ohmAt(2 * 1.305, 85, w.windingC!), w.windingC].join(
            '; ',
          ),
        )
        .join('\n');
      const { values } = TEST_KINDS.efficiency.read({ points, friction: '44 W', core: '128 W' }, { plate });
      const { rated } = loadTestOf(values as never, plate)!;
      // Within what the scatter of the points leaves, and no more than the noise of the meters.
      expect(Math.abs(rated!.efficiency - stand.trueEfficiency(4000))).toBeLessThan(rated!.plusMinus + 0.001);
    },
  );
  it('leaves out rows without torque, and says how many', () => {
    const stand = new Dynamometer();
    stand.answer('LOSE 25');
    const found = windowsOf(fileOf(stand));
    expect(found.ok && found.value.length).toBe(6);
    expect(codes(found)).toEqual(['log.dropouts']);
  });
  it('finds nothing steady in a run that never stood still', () => {
    const rows = Array.from({ length: 400 }, (_, i) => `${i / 4};8;${3000 + 20 * i};${10 + i / 10};1460`);
    expect(codes(windowsOf(['time s;current A;input W;torque Nm;speed rpm', ...rows].join('\n')))).toEqual([
      'log.nothing-steady',
    ]);
  });
  it('refuses a clock that runs back, and reaches over no gap', () => {
    const flat = (from: number, n: number) =>
      Array.from({ length: n }, (_, i) => `${from + i / 4};8;4000;25;1460`);
    const head = 'time s;current A;input W;torque Nm;speed rpm';
    expect(codes(windowsOf([head, ...flat(0, 60), ...flat(5, 60)].join('\n')))).toEqual([
      'log.time-runs-back',
    ]);
    const parted = windowsOf([head, ...flat(0, 60), ...flat(200, 60)].join('\n'));
    expect(parted.ok && parted.value.length).toBe(2);
    expect(codes(parted)).toEqual(['log.gaps']);
  });
  it.each([
    ['no unit', 'time s;current;input W;torque Nm;speed rpm', 'csv.unit-unknown'],
    ['an unknown unit', 'time s;current A;input hp;torque Nm;speed rpm', 'csv.unit-unknown'],
    ['no torque', 'time s;current A;input W;speed rpm', 'csv.column-missing'],
  ])('asks where a heading has %s', (_, head, code) => {
    expect(codes(readRunLog(`${head}\n1;8;4000;25;1460`))).toEqual([code]);
  });
  it('brings kilowatts, minutes and decimal commas to one', () => {
    const log = readRunLog(
      'Time [min];Current [A];Power [kW];Torque [N·m];Speed [1/min]\n0,5;8,25;4,1;25,5;1460',
    );
    expect(
      log.ok && [log.value.timeS[0], log.value.currentA[0], log.value.inputW[0], log.value.torqueNm[0]],
    ).toEqual([30, 8.25, 4100, 25.5]);
  });
});

describe('a spectrum', () => {
  it('keeps the peaks in their order, and refuses another quantity', () => {
    const read = readSpectrumCsv('frequency Hz,velocity mm/s rms\n24.5,1.2\n100,0.4\n0,9\n');
    expect(read.ok && read.value).toEqual([
      { frequencyHz: 24.5, mmS: 1.2 },
      { frequencyHz: 100, mmS: 0.4 },
    ]);
    expect(codes(readSpectrumCsv('frequency Hz,velocity in/s\n24.5,1.2'))).toEqual(['csv.unit-unknown']);
    expect(codes(readSpectrumCsv('frequency Hz,velocity peak mm/s\n24.5,1.2'))).toEqual(['csv.peak-values']);
    expect(codes(readSpectrumCsv(''))).toEqual(['csv.empty']);
  });
});

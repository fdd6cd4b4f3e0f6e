/** The short certificate: one page for the box of the motor, with what was measured last and who stands for it. */
import { newestReadings, partByWork, showShort, STAGES, TEST_KINDS, type Stage } from '@norther/core';
import { WHITE_SHEET } from '@norther/drawings';
import type { JudgedMotor } from '../../motors/motor-file.ts';
import { drawScale } from '../draw-scale.ts';
import { INK, MARGIN, openSheet, PAGE, type IssueOptions } from '../pdf-sheet.ts';

const MOST_FIGURES = 30;

export function certificatePdf(judged: JudgedMotor, o: IssueOptions): Promise<Buffer> {
  const { file } = judged;
  const { doc, words, figures, rule, close } = openSheet(judged, 'Test certificate', o);
  const width = PAGE.width - 2 * MARGIN;
  const ready = file.verdict.state === 'ready';
  words('Test certificate', MARGIN, 116, 20, true);
  words(
    ready && file.gatePasses.length > 0
      ? 'Released with what is named below; no test of the finished work that counts is past its limit.'
      : ready
        ? 'Every gate of its route is open, and no test of the finished work that counts is past its limit.'
        : 'This motor is not ready: the certificate shows what was measured so far, and releases nothing.',
    MARGIN,
    144,
    10.5,
    !ready,
    ready ? INK : WHITE_SHEET.carmine,
    width,
  );
  let y = 168;
  const { now } = partByWork(
    newestReadings(file.readings.filter((r) => r.outcome.ok && !r.withdrawn && !r.voided)),
  );
  const rows = now.flatMap((r) =>
    r.outcome.ok
      ? r.outcome.judgement.figures.flatMap((f) =>
          f.scale && f.verdict ? [{ r, figure: f.figure, scale: f.scale, verdict: f.verdict }] : [],
        )
      : [],
  );
  rule(y, 1);
  y += 8;
  let last = '';
  for (const { r, figure, scale, verdict } of rows.slice(0, MOST_FIGURES)) {
    const test = `${TEST_KINDS[r.kind].title}, ${STAGES[r.stage as Stage]}`;
    if (test !== last) words(test, MARGIN, y, 9.5, true);
    last = test;
    words(figure.name, MARGIN + 170, y, 9.5, false, INK);
    figures(`${showShort(figure.value)} ${figure.unit}`.padStart(11), MARGIN + 340, y, 9.5, true);
    drawScale(doc, scale, figure.value, MARGIN + 412, y + 1);
    if (verdict !== 'sound')
      words(
        verdict,
        PAGE.width - MARGIN - 24,
        y - 8,
        7.5,
        true,
        verdict === 'stop' ? WHITE_SHEET.carmine : INK,
      );
    y += 16;
  }
  if (rows.length > MOST_FIGURES) {
    words(
      `${rows.length - MOST_FIGURES} figures more stand in the dossier.`,
      MARGIN,
      y,
      9,
      false,
      WHITE_SHEET.graphite,
    );
    y += 14;
  }
  if (rows.length === 0) {
    words('No reading of the finished work counts yet.', MARGIN, y, 10);
    y += 16;
  }
  rule(y + 2, 1);
  y += 12;
  const open = file.verdict.gates.filter((g) => !g.open);
  for (const pass of file.gatePasses) {
    words(`Released by ${pass.by}: ${pass.reason}`, MARGIN, y, 9.5, false, INK, width);
    y = doc.y + 3;
  }
  if (open.length > 0) {
    words(
      `Not open: ${open.map((g) => g.title).join(', ')}.`,
      MARGIN,
      y,
      9.5,
      false,
      WHITE_SHEET.carmine,
      width,
    );
    y = doc.y + 3;
  }
  const testers = [...new Set(now.map((r) => r.takenBy))];
  if (testers.length > 0) words(`Measured by ${testers.join(', ')}.`, MARGIN, y, 9.5, false, INK, width);
  words(
    'Limits and their sources stand in the dossier.',
    MARGIN,
    PAGE.height - 120,
    8.5,
    false,
    WHITE_SHEET.graphite,
  );
  rule(PAGE.height - 76, 0.5);
  words('Date, name, signature', MARGIN, PAGE.height - 72, 9, false, WHITE_SHEET.graphite);
  return close();
}

/** The verdict as the customer receives it: state and reasons, every reading on its limit, the winding with its drawing. */
import {
  failureLines,
  newestReadings,
  partByWork,
  showShort,
  STAGES,
  TEST_KINDS,
  type Judgement,
  type Stage,
  type Verdict,
} from '@norther/core';
import { boreDrawing, WHITE_SHEET } from '@norther/drawings';
import { writeUpIn } from '@norther/records';
import type { JudgedMotor } from '../motors/motor-file.ts';
import { drawScale } from './draw-scale.ts';
import { drawScene } from './draw-scene.ts';
import { INK, MARGIN, openSheet, PAGE, type IssueOptions } from './pdf-sheet.ts';

const WORD: Readonly<Record<Verdict, string>> = { sound: 'sound', watch: 'watch', stop: 'stop' };
const STATE = { ready: 'Ready', held: 'Held', failed: 'Failed', 'in-work': 'In work' } as const;

export function verdictPdf(judged: JudgedMotor, o: IssueOptions): Promise<Buffer> {
  const { file } = judged;
  const { verdict } = file;
  const sheet = openSheet(judged, 'Verdict', o);
  const { doc, words, figures, rule } = sheet;

  // Verdict.
  const { imported } = file;
  const bad = verdict.state === 'failed' || verdict.state === 'held';
  words(STATE[verdict.state], MARGIN, 112, 24, true, bad ? WHITE_SHEET.carmine : INK);
  let y = 144;
  for (const reason of verdict.reasons.slice(0, 8)) {
    words(reason, MARGIN, y, 10, false, INK, PAGE.width - 2 * MARGIN);
    y = doc.y + 3;
  }
  if (imported) {
    words(
      `Record imported by ${imported.by} on ${imported.at.slice(0, 10)} from a file with SHA-256 ${imported.file.slice(0, 16)}…: what was signed before was signed in another shop.`,
      MARGIN,
      y,
      8.5,
      false,
      WHITE_SHEET.graphite,
      PAGE.width - 2 * MARGIN,
    );
    y = doc.y + 3;
  }
  y += 6;
  rule(y, 1);
  y += 8;

  // Why it failed, as it was written.
  const why = failureLines(judged.plans.asFound.plan, writeUpIn(file.writeUps, 'failure').body);
  if (why.length > 0) {
    words('Why it failed', MARGIN, y, 12, true);
    y += 18;
    for (const [label, text] of why) {
      words(label, MARGIN + 8, y, 9.5, false, WHITE_SHEET.graphite);
      words(text, MARGIN + 130, y, 9.5, false, INK, PAGE.width - 2 * MARGIN - 130);
      y = doc.y + 2;
      if (y > PAGE.height - 120) {
        doc.addPage();
        y = MARGIN;
      }
    }
    y += 4;
    rule(y, 1);
    y += 8;
  }

  // Of every kind and stage the newest.
  words('Readings against their limits', MARGIN, y, 12, true);
  y += 20;
  const latest = newestReadings(file.readings.filter((r) => !r.withdrawn));
  if (latest.length === 0) {
    words('No reading has been taken yet.', MARGIN, y);
    y += 18;
  }
  const { now, before } = partByWork(latest.filter((r) => r.outcome.ok));
  for (const r of [...now, ...before]) {
    if (!r.outcome.ok) continue;
    const { judgement } = r.outcome;
    if (y > PAGE.height - 120) {
      doc.addPage();
      y = MARGIN;
    }
    if (r === before[0]) {
      words('Before the work', MARGIN, y, 12, true);
      y += 20;
    }
    words(TEST_KINDS[r.kind].title, MARGIN, y, 10.5, true);
    words(
      `${STAGES[r.stage as Stage]}, ${r.takenBy}, ${r.takenAt.slice(0, 10)}${r.instrument ? `, with ${r.instrument.name}` : ''}`,
      MARGIN + 130,
      y + 0.5,
      9,
      false,
      WHITE_SHEET.graphite,
    );
    y += 15;
    y = readingRows(judgement, y);
    const notes = [
      ...(r.instrument?.reason
        ? [`Measured with ${r.instrument.name}, ${r.instrument.standing}: ${r.instrument.reason}`]
        : []),
      ...(r.voided ? [`Proves nothing any more: ${r.voided.message}.`] : []),
      ...(judgement.figures.length === 0 ? judgement.reasons.slice(0, 2) : []),
      ...(judgement.assumed?.length ? [`Assumed, not typed: ${judgement.assumed.join('; ')}.`] : []),
    ];
    for (const note of notes) {
      words(note, MARGIN + 8, y, 8.5, false, WHITE_SHEET.graphite, PAGE.width - 2 * MARGIN - 8);
      y = doc.y + 2;
    }
    y += 6;
  }

  // Winding with its drawing.
  const { plan } = judged.plans.toMake;
  if (plan) {
    if (y > PAGE.height - 330) {
      doc.addPage();
      y = MARGIN;
    } else {
      rule(y, 1);
      y += 10;
    }
    words(
      judged.plans.role === 'proposed' ? 'Winding, as proposed and released' : 'Winding, as found',
      MARGIN,
      y,
      12,
      true,
    );
    let ly = y + 20;
    for (const [label, value] of plan.lines) {
      words(label, MARGIN, ly, 9.5, false, WHITE_SHEET.graphite);
      figures(value, MARGIN + 130, ly, 9.5);
      ly += 14;
    }
    drawScene(doc, boreDrawing(plan, { size: 480 }), PAGE.width - MARGIN - 280, y + 6, 280 / 480);
  }

  return sheet.close();

  function readingRows(judgement: Judgement, from: number): number {
    let at = from;
    for (const f of judgement.figures) {
      words(f.figure.name, MARGIN + 8, at, 9.5);
      figures(`${showShort(f.figure.value)} ${f.figure.unit}`.padStart(12), MARGIN + 220, at, 9.5, true);
      if (f.scale && f.verdict) {
        drawScale(doc, f.scale, f.figure.value, MARGIN + 310, at + 1);
        words(WORD[f.verdict], MARGIN + 425, at, 9.5, true, f.verdict === 'stop' ? WHITE_SHEET.carmine : INK);
        words(f.scale.limits.map((l) => l.name).join(', '), MARGIN + 458, at, 8, false, WHITE_SHEET.pencil);
      }
      at += 14;
    }
    return at;
  }
}

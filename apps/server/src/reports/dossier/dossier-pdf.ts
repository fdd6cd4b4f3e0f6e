/** The dossier on paper: all that was found, done and measured, with its curves, photos and gaps. */
import { showShort, type Chart, type Verdict } from '@norther/core';
import { boreDrawing, chartDrawing, WHITE_SHEET } from '@norther/drawings';
import type { JudgedMotor } from '../../motors/motor-file.ts';
import { drawScale } from '../draw-scale.ts';
import { drawScene } from '../draw-scene.ts';
import { INK, MARGIN, openSheet, PAGE, type IssueOptions } from '../pdf-sheet.ts';
import { printable } from '../printable.ts';
import type { Dossier, DossierPhoto, DossierTest, Lines } from './content.ts';
import { overTimeChart } from './over-time-chart.ts';

const WIDTH = PAGE.width - 2 * MARGIN;
const BOTTOM = PAGE.height - 52;
const STATE = { ready: 'Ready', held: 'Held', failed: 'Failed', 'in-work': 'In work' } as const;
const CHART = { width: 500, height: 180 };

export interface DossierOptions extends IssueOptions {
  /** Where each photo lies, by the sum of its content. */
  readonly photos: ReadonlyMap<string, string>;
}

export function dossierPdf(judged: JudgedMotor, d: Dossier, o: DossierOptions): Promise<Buffer> {
  const { doc, words, figures, rule, close } = openSheet(judged, 'Dossier', o);
  let y = 116;
  const room = (high: number) => {
    if (y + high <= BOTTOM) return;
    doc.addPage();
    y = MARGIN;
  };
  const title = (text: string, least = 60) => {
    room(least);
    y += 10;
    rule(y, 1);
    words(text, MARGIN, y + 6, 14, true);
    y += 28;
  };
  const paragraph = (text: string, { size = 10, ink = INK as string, indent = 0 } = {}) => {
    doc.font('words').fontSize(size);
    const high = doc.heightOfString(printable(text), { width: WIDTH - indent });
    room(high + 3);
    words(text, MARGIN + indent, y, size, false, ink, WIDTH - indent);
    y += high + 3;
  };
  const pairs = (lines: Lines, label = 150) => {
    for (const [name, text] of lines) {
      doc.font('words').fontSize(9.5);
      const high = Math.max(
        doc.heightOfString(printable(text), { width: WIDTH - label }),
        doc.heightOfString(printable(name), { width: label - 10 }),
      );
      room(high + 3);
      words(name, MARGIN, y, 9.5, false, WHITE_SHEET.graphite, label - 10);
      words(text, MARGIN + label, y, 9.5, false, INK, WIDTH - label);
      y += high + 3;
    }
  };

  words('Dossier', MARGIN, y, 12, false, WHITE_SHEET.graphite);
  const bad = d.verdict.state === 'failed' || d.verdict.state === 'held';
  words(STATE[d.verdict.state], MARGIN, y + 14, 24, true, bad ? WHITE_SHEET.carmine : INK);
  y += 46;
  for (const reason of d.verdict.reasons) paragraph(reason);
  const passed = d.gates.filter((g) => g.passed);
  if (passed.length > 0) pairs(passed.map((g) => [`${g.title}, released`, g.passed!]));

  gapsPart();
  const [before, after] = [d.photos.filter((p) => p.before), d.photos.filter((p) => !p.before)];
  title('As it came');
  pairs([['Arrived', d.motor.arrivedAt.slice(0, 10)], ...d.motor.plate]);
  if (d.failure.length > 0) {
    title('Why it failed');
    pairs(d.failure);
  }
  if (d.agreed.length > 0) {
    title('What was agreed');
    pairs(d.agreed);
  }
  photosPart('Photos before the work', before);
  windingPart();
  workPart();
  const standing = d.tests.filter((t) => !t.withdrawn);
  testsPart(
    'Before the work',
    standing.filter((t) => t.beforeTheWork),
  );
  testsPart(
    'After the work',
    standing.filter((t) => !t.beforeTheWork),
  );
  const withdrawn = d.tests.filter((t) => t.withdrawn);
  if (withdrawn.length > 0) {
    title('Withdrawn readings');
    pairs(withdrawn.map((t) => [`${t.title}, ${t.stage}, ${t.takenAt.slice(0, 10)}`, t.withdrawn!]));
  }
  curvesPart();
  overTimePart();
  photosPart('Photos during and after the work', after);
  sourcesPart();
  return close();

  function gapsPart() {
    title('What is missing');
    if (d.gaps.length === 0) paragraph('Nothing that the route asks for is missing.');
    for (const gap of d.gaps) paragraph(`– ${gap}`, { size: 9.5 });
  }

  function windingPart() {
    if (!d.winding) return;
    title(`Winding, ${d.winding.words}`, 330);
    const top = y;
    for (const [name, text] of d.winding.lines) {
      words(name, MARGIN, y, 9.5, false, WHITE_SHEET.graphite);
      figures(text, MARGIN + 120, y, 9.5);
      y += 14;
    }
    const { plan } = judged.plans.toMake;
    if (plan) drawScene(doc, boreDrawing(plan, { size: 480 }), PAGE.width - MARGIN - 270, top, 270 / 480);
    y = Math.max(y, top + 280);
  }

  function workPart() {
    title('Work done');
    for (const w of d.work) {
      room(34);
      words(
        `${w.station}${w.attempt > 1 || w.reopened ? `, attempt ${w.attempt}` : ''}`,
        MARGIN,
        y,
        10,
        true,
      );
      words(
        w.signedBy ? `${w.signedBy}, ${w.signedAt?.slice(0, 16).replace('T', ' ') ?? ''}` : 'not signed',
        MARGIN + 300,
        y,
        9.5,
        false,
        w.signedBy ? WHITE_SHEET.graphite : WHITE_SHEET.carmine,
      );
      y += 14;
      if (w.record.length > 0)
        paragraph(w.record.map(([l, t]) => `${l}: ${t}`).join(' · '), {
          size: 9,
          ink: WHITE_SHEET.graphite,
          indent: 10,
        });
      if (w.reopened)
        paragraph(`Done again. ${w.reopened}`, { size: 9, ink: WHITE_SHEET.carmine, indent: 10 });
    }
    if (d.holds.length > 0) {
      room(40);
      y += 6;
      words('Held meanwhile', MARGIN, y, 10.5, true);
      y += 16;
      pairs(d.holds);
    }
  }

  function testsPart(name: string, tests: readonly DossierTest[]) {
    if (tests.length === 0) return;
    title(`Tests, ${name.toLowerCase()}`, 90);
    for (const t of tests) oneTest(t);
  }

  function oneTest(t: DossierTest) {
    room(46 + 14 * Math.min(3, t.figures.length));
    words(`${t.title}, ${t.stage}`, MARGIN, y, 10.5, true);
    words(t.verdict, PAGE.width - MARGIN - 40, y, 10.5, true, inkOf(t.verdict));
    words(
      `${t.takenBy}, ${t.takenAt.slice(0, 16).replace('T', ' ')}${t.instrument ? `, with ${t.instrument}` : ''}`,
      MARGIN,
      y + 13,
      8.5,
      false,
      WHITE_SHEET.graphite,
    );
    y += 27;
    for (const f of t.figures) {
      room(15);
      words(f.name, MARGIN + 8, y, 9.5);
      figures(`${showShort(f.value)} ${f.unit}`.padStart(12), MARGIN + 230, y, 9.5, true);
      const scale = scaleOf(t.id, f.id);
      if (scale && f.verdict) {
        drawScale(doc, scale, f.value, MARGIN + 318, y + 1);
        words(f.limits.join(', '), MARGIN + 428, y, 8, false, WHITE_SHEET.graphite);
      }
      y += 14;
    }
    for (const reason of t.reasons) paragraph(reason, { size: 9, indent: 8 });
    if (t.assumed.length > 0)
      paragraph(`Assumed, not typed: ${t.assumed.join('; ')}.`, {
        size: 8.5,
        ink: WHITE_SHEET.graphite,
        indent: 8,
      });
    if (t.voided)
      paragraph(`Proves nothing any more: ${t.voided}.`, { size: 9, ink: WHITE_SHEET.carmine, indent: 8 });
    chartsHere(t.charts);
    y += 8;
  }

  function chartsHere(charts: readonly Chart[]) {
    for (const chart of charts) {
      room(CHART.height * 0.9 + 8);
      drawScene(doc, chartDrawing(chart, CHART), MARGIN + 8, y + 4, 0.9);
      y += CHART.height * 0.9 + 8;
    }
  }

  function curvesPart() {
    if (!d.curves) return;
    title('Circuit and curves of the motor', 240);
    pairs(d.curves.lines);
    chartsHere(d.curves.charts);
  }

  function scaleOf(reading: string, figure: string) {
    const r = judged.file.readings.find((x) => x.id === reading);
    return r?.outcome.ok ? r.outcome.judgement.figures.find((f) => f.figure.id === figure)?.scale : undefined;
  }

  function overTimePart() {
    const charts = d.overTime.flatMap((f) => overTimeChart(f, new Date(o.issuedAt).getTime()) ?? []);
    if (charts.length === 0) return;
    title('Over the visits, and beside its sisters', 240);
    for (const { chart, words: said } of charts.slice(0, 8)) {
      room(CHART.height * 0.9 + 26);
      drawScene(doc, chartDrawing(chart, CHART), MARGIN + 8, y, 0.9);
      y += CHART.height * 0.9 + 2;
      paragraph(said, { size: 9, indent: 8 });
      y += 4;
    }
  }

  function photosPart(name: string, photos: readonly DossierPhoto[]) {
    const here = photos.filter((p) => o.photos.has(p.hash));
    if (here.length === 0) return;
    title(name, 230);
    const [wide, high, gap] = [(WIDTH - 12) / 2, 168, 12];
    here.forEach((p, i) => {
      const left = i % 2 === 0;
      if (left) room(high + 30);
      const x = MARGIN + (left ? 0 : wide + gap);
      doc.image(o.photos.get(p.hash)!, x, y, { fit: [wide, high], align: 'center', valign: 'center' });
      words(`${p.place}${p.note ? `: ${p.note}` : ''}`, x, y + high + 3, 8.5, false, INK, wide);
      words(`${p.addedBy}, ${p.addedAt.slice(0, 10)}`, x, y + high + 14, 7.5, false, WHITE_SHEET.graphite);
      if (!left || i === here.length - 1) y += high + 30;
    });
  }

  function sourcesPart() {
    title('What the limits rest on');
    paragraph(`Criteria set in force: ${d.criteria}.`);
    paragraph('From memory, to be held against the standard itself:', { size: 9.5 });
    for (const s of d.sources.fromMemory)
      paragraph(`– ${s}`, { size: 8, ink: WHITE_SHEET.graphite, indent: 8 });
    paragraph('Common practice, without a published source:', { size: 9.5 });
    for (const s of d.sources.commonPractice)
      paragraph(`– ${s}`, { size: 8, ink: WHITE_SHEET.graphite, indent: 8 });
  }
}

const inkOf = (verdict: Verdict) => (verdict === 'stop' ? WHITE_SHEET.carmine : INK);

/** The connection on paper, in black and white: drawing, joints to tick by hand, what is joined at the terminals. */
import { analysisOf, type Plan } from '@norther/core';
import { boreDrawing, jointDrawing, WHITE_SHEET } from '@norther/drawings';
import type { JudgedMotor } from '../motors/motor-file.ts';
import { drawScene } from './draw-scene.ts';
import { MARGIN, openSheet, PAGE, type IssueOptions } from './pdf-sheet.ts';

export function connectionPdf(
  judged: JudgedMotor,
  plan: Plan,
  line: string,
  exitClock: number,
  o: IssueOptions,
): Promise<Buffer> {
  const sheet = openSheet(judged, 'Connection', o);
  const { doc, words, figures, rule } = sheet;
  const { groups, joints } = plan;
  // Only a three-phase stator is joined at its terminals in several ways.
  const hookups = analysisOf(plan)?.connection.hookups ?? [];
  const nameOf = new Map(groups.map((g) => [g.number, g.name]));
  const name = (e: { group: number; end: string }) => `${nameOf.get(e.group)!}${e.end}`;
  words('Connection, from the connection end', MARGIN, 110, 14, true);
  figures(line, MARGIN, 130, 12, true);
  const size = PAGE.width - 2 * MARGIN;
  // Many groups are drawn on a larger sheet and made smaller, so that every one keeps its name.
  const drawn = groups.length > 40 ? 1250 : 700;
  drawScene(doc, jointDrawing(plan, { size: drawn, exitClock }), MARGIN, 148, size / drawn);
  let y = 148 + size + 8;
  if (hookups.length > 0) {
    rule(y, 0.8);
    y += 6;
    words('At the terminals', MARGIN, y, 12, true);
    y += 18;
  }
  for (const h of hookups) {
    words(h.name, MARGIN, y, 10, true);
    figures(
      [
        ...h.lines.map((l, i) => `L${i + 1}: ${l.join('+')}`),
        ...h.joined.map((j) => `(${j.join('-')})`),
        h.open.length ? `open: ${h.open.join(' ')}` : '',
      ]
        .filter(Boolean)
        .join('  '),
      MARGIN + 130,
      y,
      9.5,
    );
    y += 14;
  }
  doc.addPage();
  words('Joints, in the order of work', MARGIN, MARGIN, 14, true);
  const column = (PAGE.width - 2 * MARGIN - 20) / 2;
  const long = joints.some((j) => j.ends.length > 8);
  const perColumn = Math.floor((PAGE.height - 140) / 17);
  let at = 0;
  for (const joint of joints) {
    const inColumn = long ? 0 : Math.floor(at / perColumn) % 2;
    if (at > 0 && at % (long ? perColumn : 2 * perColumn) === 0) {
      doc.addPage();
    }
    const x = MARGIN + inColumn * (column + 20);
    const yy = 66 + (at % perColumn) * 17;
    doc
      .rect(x, yy - 1, 10, 10)
      .lineWidth(1)
      .stroke(WHITE_SHEET.ink);
    figures(String(joint.number).padStart(3), x + 14, yy, 10, true);
    const ends = joint.ends.map(name).join(joint.kind === 'jumper' ? ' - ' : ' ');
    figures(ends, x + 42, yy, ends.length > 70 ? 7 : ends.length > 44 ? 8.5 : 10);
    if (joint.kind !== 'jumper')
      words(
        joint.kind === 'lead' ? `lead ${joint.lead}` : joint.kind === 'star' ? 'star point' : 'corner',
        x + (long ? PAGE.width - 2 * MARGIN : column) - 52,
        yy,
        9,
        true,
      );
    at++;
  }
  doc.addPage();
  words('The bore, from the connection end', MARGIN, MARGIN, 14, true);
  drawScene(doc, boreDrawing(plan, { size: 700 }), MARGIN, MARGIN + 26, size / 700);
  if (hookups.length > 0)
    words(
      'U one line, V two, W dashed. In a slot: filled goes, open returns; inner cell at the bore.',
      MARGIN,
      MARGIN + 34 + size,
      9,
      false,
      WHITE_SHEET.graphite,
    );
  return sheet.close();
}

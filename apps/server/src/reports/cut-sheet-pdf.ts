/** What to cut and buy for one motor, on paper: pieces to scale, soft goods, coil former, wire and its reels. */
import { showShort, showSize, type CutList, type Plan } from '@norther/core';
import { cutPiece, slotSection, WHITE_SHEET } from '@norther/drawings';
import type { JudgedMotor } from '../motors/motor-file.ts';
import { drawScene } from './draw-scene.ts';
import { MARGIN, openSheet, PAGE, type IssueOptions } from './pdf-sheet.ts';

/** Every coil of the gang is wound on the same loop. */
const alike = ({ coils }: CutList['formers'][number]['former']) =>
  coils.every((c) => c.perimeterMm === coils[0]!.perimeterMm && c.turns === coils[0]!.turns);
const freeEnds = ({ soft }: CutList) =>
  soft.filter((s) => s.id === 'coil-sleeving').reduce((n, s) => n + s.count, 0);

export function cutSheetPdf(
  judged: JudgedMotor,
  plan: Plan,
  line: string,
  cut: CutList,
  o: IssueOptions,
): Promise<Buffer> {
  const sheet = openSheet(judged, 'Cut sheet', o);
  const { doc, words, figures, figuresTo, rule } = sheet;
  const right = PAGE.width - MARGIN;
  words('To cut and to buy', MARGIN, 110, 18, true);
  figures(line, MARGIN, 134, 12, true);
  let y = 158;

  words('Cut', MARGIN, y, 12, true);
  for (const [x, head] of [
    [MARGIN + 262, 'wide mm'],
    [MARGIN + 322, 'long mm'],
    [MARGIN + 372, 'pieces'],
    [MARGIN + 442, 'of the roll'],
    [right, 'waste'],
  ] as const) {
    doc.fontSize(8.5);
    words(head, x - doc.widthOfString(head), y + 3, 8.5, false, WHITE_SHEET.graphite);
  }
  y += 18;
  rule(y, 1.2);
  y += 5;
  for (const item of cut.items) {
    words(item.name, MARGIN, y, 10.5, true);
    figuresTo(item.width.value.toFixed(1), MARGIN + 262, y, 12, true);
    figuresTo(item.length.value.toFixed(0), MARGIN + 322, y, 12, true);
    figuresTo(String(item.count), MARGIN + 372, y, 12, true);
    figuresTo(item.roll ? `${(item.roll.lengthMm / 1000).toFixed(2)} m` : '-', MARGIN + 442, y, 10);
    figuresTo(item.roll ? `${(100 * item.roll.waste).toFixed(0)} %` : '-', right, y, 10);
    y += 14;
    words(
      `${item.material}, ${showShort(item.thicknessMm)} mm${item.roll ? `; ${item.roll.across} side by side${item.roll.turned ? ', length across the roll' : ''}` : ''}`,
      MARGIN + 10,
      y,
      8.5,
      false,
      WHITE_SHEET.graphite,
    );
    y += 15;
  }
  y += 4;
  const scenes = [
    slotSection(cut.shape, { width: 150, height: 170 }),
    ...cut.items
      .filter((i) => i.id !== 'phase-paper')
      .map((item) => cutPiece(item, { width: 130, height: 170 })),
  ];
  let x = MARGIN;
  for (const scene of scenes) {
    drawScene(doc, scene, x, y + 10, 0.85);
    words(scene.title.split(':')[0]!, x, y, 8.5, false, WHITE_SHEET.graphite);
    x += scene.width * 0.85 + 6;
  }
  words('dashed: fold; chain line: cuff folded back. mm.', MARGIN, y + 160, 8, false, WHITE_SHEET.pencil);
  y += 176;

  section('Sleeving, leads, cord');
  for (const s of cut.soft) {
    words(s.name, MARGIN, y, 10, true);
    words(s.what, MARGIN + 205, y, 9, false, WHITE_SHEET.graphite);
    if (s.each) figuresTo(`${s.count} of ${s.each.value.toFixed(0)} mm`, right - 70, y, 10);
    figuresTo(`${s.totalM.toFixed(1)} m`, right, y, 10, true);
    y += 14;
  }
  y += 6;
  for (const { name, former } of cut.formers) {
    section(`${name ? `${name}: coils` : 'Coils'}: gangs of ${former.gang}, ${former.gangs} gangs`);
    for (const c of former.coils) {
      words(
        former.coils.length > 1
          ? `coil ${c.place} of the gang, span 1-${c.pitch + 1}`
          : `span 1-${c.pitch + 1}`,
        MARGIN,
        y,
        10,
        true,
      );
      figures(
        `${c.turns} turns   straight ${c.straightMm.toFixed(0)}   throw ${c.throwMm.toFixed(0)}   head ${c.headMm.toFixed(0)}`,
        MARGIN + 175,
        y,
        9.5,
      );
      figuresTo(`round ${c.perimeterMm.toFixed(0)} mm`, right, y, 10.5, true);
      y += 14;
      if (alike(former)) break;
    }
  }
  const { correctionMm } = cut.formers[0]!.former;
  words(
    correctionMm
      ? `The trial coil is taken into account: ${correctionMm.toFixed(0)} mm round.`
      : 'Wind one coil, lay it into its slots, measure how far it stands out, and enter that: the loop is then corrected.',
    MARGIN,
    y,
    8.5,
    false,
    WHITE_SHEET.graphite,
  );
  y += 18;
  section('Wire');
  for (const w of cut.wire) {
    words(
      `${w.of ? `${w.of}: ` : ''}${w.strand.count} in hand of ${showSize(w.strand)} mm`,
      MARGIN,
      y,
      10,
      true,
    );
    words(
      w.take.length > 0
        ? `from ${w.take.map((t) => `${t.reel.id} (${t.massKg.toFixed(1)} kg)`).join(', ')}${w.respool ? '; spool over to run together' : ''}`
        : 'none on the reels',
      MARGIN + 150,
      y,
      9,
      false,
      WHITE_SHEET.graphite,
    );
    figuresTo(`${w.lengthM.toFixed(0)} m`, right - 70, y, 10);
    figuresTo(`${w.massKg.toFixed(2)} kg`, right, y, 10, true);
    y += 14;
  }
  for (const f of cut.findings) {
    words(
      f.message,
      MARGIN,
      y,
      9.5,
      true,
      f.severity === 'stop' ? WHITE_SHEET.carmine : WHITE_SHEET.ink,
      right - MARGIN,
    );
    y = doc.y + 4;
  }
  words(
    `${freeEnds(cut)} free ends, ${plan.joints.length} joints. Sizes beyond the slot itself are common practice: try one piece first.`,
    MARGIN,
    PAGE.height - 46,
    8.5,
    false,
    WHITE_SHEET.graphite,
  );
  return sheet.close();

  function section(title: string) {
    if (y > PAGE.height - 120) {
      doc.addPage();
      y = MARGIN;
    }
    rule(y, 0.8);
    y += 5;
    words(title, MARGIN, y, 12, true);
    y += 18;
  }
}

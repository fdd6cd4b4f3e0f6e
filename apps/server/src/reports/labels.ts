/** Labels of a motor and of what came along with it: a code that a scanner reads, and what a person reads. */
import { PART_KINDS } from '@norther/core';
import bwipjs, { type RenderOptions } from 'bwip-js/node';
import Papa from 'papaparse';
import PDFDocument from 'pdfkit';
import type { MotorRows } from '../motors/motor-file.ts';
import { FONTS } from './draw-scene.ts';
import { addFonts, contentOf, INK, type IssueOptions } from './pdf-sheet.ts';
import { printable } from './printable.ts';

/** Width and height of a label [mm]. */
export const LABEL_SIZES = { large: [100, 60], small: [57, 32], narrow: [50, 19] } as const;
export type LabelSize = keyof typeof LABEL_SIZES;

const POINTS = 72 / 25.4;
/** What a scanner wants free round a code [mm]. */
const QUIET = 2.5;

interface Label {
  /** What the code says: a scan of it opens the motor, or the unit. */
  readonly tag: string;
  readonly what: string;
}
/** Labels with what stands on all of them. */
export interface LabelSheet {
  readonly title: string;
  readonly labels: readonly Label[];
  readonly customer: string;
  readonly machine: string;
  readonly serial: string;
}

export const motorLabels = (rows: MotorRows): LabelSheet => ({
  title: `Labels, motor ${rows.motor.number}`,
  labels: labelsOf(rows),
  customer: rows.motor.customer,
  machine: rows.motor.machine,
  serial: rows.motor.serial && `no. ${rows.motor.serial}`,
});

/** The motor itself first, then each part that was not taken off the list. */
function labelsOf({ motor, parts }: MotorRows): Label[] {
  return [
    { tag: motor.number, what: 'motor' },
    ...parts
      .filter((p) => p.withdrawn === null && p.tag !== '')
      .map((p) => ({ tag: p.tag, what: p.note || PART_KINDS[p.kind] })),
  ];
}

/** For a label writer's own program: a line a label. */
export const labelsCsv = ({ motor, ...rows }: MotorRows): string =>
  `${Papa.unparse(
    {
      fields: ['tag', 'motor', 'what', 'for', 'machine', 'serial'],
      data: labelsOf({ motor, ...rows }).map((l) => [
        ...[l.tag, motor.number, l.what],
        ...[motor.customer, motor.machine, motor.serial],
      ]),
    },
    // What a customer is called is no formula, whatever it begins with.
    { escapeFormulae: true },
  )}\n`;

/** As a picture. Its library’s types join what it returns with and without a callback. */
export const codeOf = (options: RenderOptions): Promise<Buffer> =>
  bwipjs.toBuffer(options) as Promise<Buffer>;

/** One page a label. QR for a camera, Code 128 for a scanner; a narrow one has room for the bars alone. */
export async function labelsPdf(sheet: LabelSheet, size: LabelSize, o: IssueOptions): Promise<Buffer> {
  const [wide, high] = LABEL_SIZES[size].map((mm) => mm * POINTS) as [number, number];
  const doc = new PDFDocument({
    size: [wide, high],
    margin: 0,
    autoFirstPage: false,
    info: { Title: sheet.title, Author: o.shop, CreationDate: o.issuedAt },
  });
  addFonts(doc, o.fontFolder);
  const done = contentOf(doc);
  const pad = QUIET * POINTS;
  for (const { tag, what } of sheet.labels) {
    doc.addPage();
    const bars = await codeOf({ bcid: 'code128', text: tag, scale: 4, height: 10 });
    const write = (text: string, x: number, y: number, points: number, bold: boolean, width: number) =>
      doc
        .font(bold ? FONTS.wordsBold : FONTS.words)
        .fontSize(points)
        .fillColor(INK)
        .text(printable(text), x, y, { width, height: points * 1.3, ellipsis: true, lineBreak: false });
    const figures = (text: string, x: number, y: number, points: number) =>
      doc.font(FONTS.figuresBold).fontSize(points).fillColor(INK).text(text, x, y, { lineBreak: false });
    if (size === 'narrow') {
      doc.image(bars, pad, pad, { width: wide - 2 * pad, height: high * 0.5 });
      figures(tag, pad, high - pad - 9, 9);
      continue;
    }
    const qr = await codeOf({ bcid: 'qrcode', text: tag, scale: 8 });
    const square = high - 2 * pad - (size === 'large' ? 16 * POINTS : 0);
    doc.image(qr, pad, pad, { width: square, height: square });
    const [x, room] = [square + 2 * pad, wide - square - 3 * pad];
    const big = size === 'large' ? 24 : 13;
    figures(tag, x, pad, tag.length > 8 ? big * 0.7 : big);
    write(what, x, pad + big * 1.25, big * 0.5, true, room);
    write(sheet.customer, x, pad + big * 2, big * 0.45, false, room);
    write(sheet.machine, x, pad + big * 2.6, big * 0.45, false, room);
    if (size === 'large') {
      write(sheet.serial, x, pad + big * 3.2, big * 0.4, false, room);
      doc.image(bars, pad, high - 14 * POINTS, { width: wide - 2 * pad, height: 11 * POINTS });
    }
  }
  doc.end();
  return done;
}

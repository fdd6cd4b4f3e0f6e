/** The label of a box or pallet of a series: whose, what, which units, and a code for each end of the scanner. */
import { sayUnits } from '@norther/core';
import type { BoxAnswer } from '@norther/records';
import PDFDocument from 'pdfkit';
import { FONTS } from './draw-scene.ts';
import { codeOf } from './labels.ts';
import { addFonts, contentOf, INK, type IssueOptions } from './pdf-sheet.ts';
import { printable } from './printable.ts';

/** Of a shipping label [mm]. */
const SIZE = [100, 150] as const;
const POINTS = 72 / 25.4;
const PAD = 6 * POINTS;
const COLUMNS = 4;
/** Sixty-four serials fill the page; fewer are written larger. */
const sizeOf = (count: number) => (count > 32 ? 8 : 11);

/** One page: what is in it in large, every serial by itself below, so that it can be counted against the box. */
export async function packingLabelPdf(box: BoxAnswer, o: IssueOptions): Promise<Buffer> {
  const [wide, high] = SIZE.map((mm) => mm * POINTS) as [number, number];
  const doc = new PDFDocument({
    size: [wide, high],
    margin: 0,
    info: { Title: `Packing label, batch ${box.batch}`, Author: o.shop, CreationDate: o.issuedAt },
  });
  addFonts(doc, o.fontFolder);
  const done = contentOf(doc);
  const room = wide - 2 * PAD;
  const write = (text: string, y: number, size: number, font: string, width = room, x = PAD) =>
    doc
      .font(font)
      .fontSize(size)
      .fillColor(INK)
      .text(printable(text), x, y, { width, height: size * 1.3, ellipsis: true, lineBreak: false });
  const tag = (n: number) => `${box.batch}-${n}`;
  const square = 30 * POINTS;
  const beside = room - square - 8;
  write(o.shop, PAD, 9, FONTS.words, beside);
  write(box.customer, PAD + 14, 15, FONTS.wordsBold, beside);
  write(box.product, PAD + 34, 11, FONTS.words, beside);
  write(`Batch ${box.batch}`, PAD + 52, 15, FONTS.figuresBold, beside);
  // What a scan of it says: the batch and its rows of units, in plain characters.
  const content = `${box.batch}:${sayUnits(box.units).replaceAll('–', '-').replaceAll(' ', '')}`;
  const qr = await codeOf({ bcid: 'qrcode', text: content, scale: 6 });
  doc.image(qr, wide - PAD - square, PAD, { width: square, height: square });
  let y = PAD + square + 8;
  const rule = () => {
    doc
      .moveTo(PAD, y)
      .lineTo(wide - PAD, y)
      .lineWidth(1)
      .strokeColor(INK)
      .stroke();
    y += 6;
  };
  rule();
  write(`${box.units.length} ${box.units.length === 1 ? 'unit' : 'units'}`, y, 24, FONTS.figuresBold);
  y += 32;
  doc
    .font(FONTS.figures)
    .fontSize(11)
    .fillColor(INK)
    .text(printable(sayUnits(box.units)), PAD, y, { width: room, height: 28, ellipsis: true });
  y += 32;
  rule();
  const rows = Math.ceil(box.units.length / COLUMNS);
  const size = sizeOf(box.units.length);
  box.units.forEach((n, i) => {
    const [column, row] = [Math.floor(i / rows), i % rows];
    write(
      tag(n),
      y + row * size * 1.2,
      size,
      FONTS.figures,
      room / COLUMNS - 4,
      PAD + (column * room) / COLUMNS,
    );
  });
  const bars = await codeOf({ bcid: 'code128', text: tag(box.units[0]!), scale: 4, height: 10 });
  doc.image(bars, PAD, high - PAD - 14 * POINTS, { width: room * 0.6, height: 9 * POINTS });
  write(tag(box.units[0]!), high - PAD - 12 * POINTS, 13, FONTS.figuresBold, room * 0.35, PAD + room * 0.64);
  const foot = high - PAD - 9;
  write(`${o.issuedAt.toISOString().slice(0, 10)}, ${o.issuedBy}`, foot, 8, FONTS.words);
  doc.end();
  return done;
}

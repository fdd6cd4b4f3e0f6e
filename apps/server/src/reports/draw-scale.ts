/** A reading on its limit scale, as small as a line of a table. */
import type { LimitScale } from '@norther/core';
import { WHITE_SHEET } from '@norther/drawings';
import { INK } from './pdf-sheet.ts';

/** The limit scale in its small form: bands told apart by tone and by hatching, the needle filled. */
export function drawScale(doc: PDFKit.PDFDocument, scale: LimitScale, value: number, x: number, y0: number) {
  const width = 100;
  const place = (v: number) => {
    const log = scale.kind === 'log';
    const [a, b, c] = log
      ? [Math.log(scale.from), Math.log(scale.to), Math.log(Math.max(v, scale.from))]
      : [scale.from, scale.to, v];
    return x + width * Math.min(1, Math.max(0, (c - a) / (b - a)));
  };
  for (const band of scale.bands) {
    const x0 = place(band.from);
    const w = place(band.to) - x0;
    if (w <= 0) continue;
    const fill =
      band.verdict === 'sound' ? WHITE_SHEET.band : band.verdict === 'watch' ? WHITE_SHEET.lemon : '#F5DDE3';
    doc.rect(x0, y0 + 4, w, 5).fill(fill);
    if (band.verdict !== 'sound') {
      doc
        .save()
        .rect(x0, y0 + 4, w, 5)
        .clip()
        .lineWidth(0.5);
      for (let h = x0 - 6; h < x0 + w; h += 3) {
        doc.moveTo(h, y0 + 9).lineTo(h + 5, y0 + 4);
        if (band.verdict === 'stop') doc.moveTo(h, y0 + 4).lineTo(h + 5, y0 + 9);
      }
      doc.stroke(band.verdict === 'stop' ? WHITE_SHEET.carmine : INK).restore();
    }
  }
  doc
    .moveTo(x, y0 + 9)
    .lineTo(x + width, y0 + 9)
    .lineWidth(0.8)
    .stroke(INK);
  for (const limit of scale.limits)
    doc
      .moveTo(place(limit.at), y0 + 1)
      .lineTo(place(limit.at), y0 + 11)
      .lineWidth(1)
      .stroke(WHITE_SHEET.carmine);
  const n = place(value);
  doc
    .moveTo(n - 3, y0 - 1)
    .lineTo(n + 3, y0 - 1)
    .lineTo(n, y0 + 5)
    .closePath()
    .fill(WHITE_SHEET.copper);
}

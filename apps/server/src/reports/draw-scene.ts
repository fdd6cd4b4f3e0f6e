/** Draws a scene into a PDF with the product's own typefaces. */
import { WHITE_SHEET, type Scene } from '@norther/drawings';
import { printable } from './printable.ts';

export const FONTS = {
  words: 'words',
  wordsBold: 'words-bold',
  figures: 'figures',
  figuresBold: 'figures-bold',
} as const;

/** @param scale PDF points per unit of the scene */
export function drawScene(doc: PDFKit.PDFDocument, scene: Scene, x: number, y: number, scale: number) {
  doc.save().translate(x, y).scale(scale);
  for (const mark of scene.marks) {
    if (mark.kind === 'path') {
      doc.path(mark.d).lineWidth(mark.width ?? 1);
      if (mark.dash) {
        const [on = 3, off = 3] = mark.dash.split(' ').map(Number);
        doc.dash(on, { space: off });
      } else doc.undash();
      const fill = mark.fill ? WHITE_SHEET[mark.fill] : null;
      const stroke = mark.stroke ? WHITE_SHEET[mark.stroke] : null;
      if (fill && stroke) doc.fillAndStroke(fill, stroke);
      else if (fill) doc.fill(fill);
      else if (stroke) doc.stroke(stroke);
      continue;
    }
    const font =
      mark.face === 'words'
        ? mark.bold
          ? FONTS.wordsBold
          : FONTS.words
        : mark.bold
          ? FONTS.figuresBold
          : FONTS.figures;
    doc.undash().font(font).fontSize(mark.size).fillColor(WHITE_SHEET[mark.ink]);
    const text = mark.face === 'words' ? printable(mark.text) : mark.text;
    const width = doc.widthOfString(text);
    const left = mark.anchor === 'middle' ? width / 2 : mark.anchor === 'end' ? width : 0;
    doc.text(text, mark.x - left, mark.y, { lineBreak: false, baseline: 'alphabetic' });
  }
  doc.undash().restore();
}

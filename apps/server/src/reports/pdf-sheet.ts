/** A paper sheet of one motor: its head, its foot, and the hands to write on it. */
import { certifiedAs, CORE_VERSION, showShort } from '@norther/core';
import { WHITE_SHEET } from '@norther/drawings';
import PDFDocument from 'pdfkit';
import type { JudgedMotor } from '../motors/motor-file.ts';
import { FONTS } from './draw-scene.ts';
import { printable } from './printable.ts';

export const INK = WHITE_SHEET.ink;
export const MARGIN = 42;
export const PAGE = { width: 595.28, height: 841.89 };

export interface IssueOptions {
  readonly shop: string;
  readonly issuedBy: string;
  readonly issuedAt: Date;
  readonly fontFolder: string;
}

export function addFonts(doc: PDFKit.PDFDocument, folder: string) {
  doc.registerFont(FONTS.words, `${folder}/archivo-text.ttf`);
  doc.registerFont(FONTS.wordsBold, `${folder}/archivo-bold.ttf`);
  doc.registerFont(FONTS.figures, `${folder}/iosevka-400.ttf`);
  doc.registerFont(FONTS.figuresBold, `${folder}/iosevka-700.ttf`);
}

export const contentOf = (doc: PDFKit.PDFDocument) =>
  new Promise<Buffer>((resolve, reject) => {
    const chunks: Buffer[] = [];
    doc.on('data', (c: Buffer) => chunks.push(c));
    doc.on('end', () => resolve(Buffer.concat(chunks)));
    doc.on('error', reject);
  });

/** Opens a document and writes the head: what motor, whose, what plate. The first free line is at 112. */
export function openSheet(judged: JudgedMotor, title: string, o: IssueOptions) {
  const { motor } = judged.file;
  const doc = new PDFDocument({
    size: 'A4',
    margin: MARGIN,
    bufferPages: true,
    info: { Title: `${title}, motor ${motor.number}`, Author: o.shop, CreationDate: o.issuedAt },
  });
  addFonts(doc, o.fontFolder);
  const done = contentOf(doc);
  const words = (
    text: string,
    x: number,
    y: number,
    size = 10,
    bold = false,
    ink: string = INK,
    width?: number,
  ) =>
    doc
      .font(bold ? FONTS.wordsBold : FONTS.words)
      .fontSize(size)
      .fillColor(ink)
      .text(printable(text), x, y, width ? { width } : { lineBreak: false });
  const figures = (text: string, x: number, y: number, size = 10, bold = false) =>
    doc
      .font(bold ? FONTS.figuresBold : FONTS.figures)
      .fontSize(size)
      .fillColor(INK)
      .text(text, x, y, { lineBreak: false });
  /** Ends on `right`, so that figures of a column stand under one another. */
  const figuresTo = (text: string, right: number, y: number, size = 10, bold = false) => {
    doc.font(bold ? FONTS.figuresBold : FONTS.figures).fontSize(size);
    figures(text, right - doc.widthOfString(text), y, size, bold);
  };
  const rule = (at: number, width: number) =>
    doc
      .moveTo(MARGIN, at)
      .lineTo(PAGE.width - MARGIN, at)
      .lineWidth(width)
      .stroke(INK);

  words('Motor', MARGIN, 44, 9, false, WHITE_SHEET.pencil);
  figures(motor.number, MARGIN, 54, 30, true);
  words(motor.customer, 190, 46, 14, true);
  words(
    [motor.machine, motor.maker, motor.serial && `no. ${motor.serial}`].filter(Boolean).join(' · '),
    190,
    66,
    10,
  );
  figures(plateLine(judged), 190, 82, 10);
  const certified = certifiedAs(motor.plate);
  if (certified) words(`Certified: ${certified}`, PAGE.width - MARGIN - 130, 86, 9, true, INK, 130);
  words(o.shop, PAGE.width - MARGIN - 130, 46, 11, true, INK, 130);
  words(
    `Issued ${o.issuedAt.toISOString().slice(0, 16).replace('T', ' ')} UTC by ${o.issuedBy}`,
    PAGE.width - MARGIN - 130,
    62,
    8.5,
    false,
    WHITE_SHEET.graphite,
    130,
  );
  rule(102, 2);

  /** Numbers the pages and hands the document over. */
  const close = () => {
    const pages = doc.bufferedPageRange();
    for (let i = 0; i < pages.count; i++) {
      doc.switchToPage(i);
      // Below the margin, where the page would otherwise break.
      doc.page.margins.bottom = 0;
      words(
        `Norther, computation ${CORE_VERSION}. Values are compared unrounded. Motor ${motor.number}, page ${i + 1} of ${pages.count}.`,
        MARGIN,
        PAGE.height - 30,
        8,
        false,
        WHITE_SHEET.pencil,
      );
    }
    doc.end();
    return done;
  };
  return { doc, words, figures, figuresTo, rule, close };
}

function plateLine({ plans: { plate } }: JudgedMotor): string {
  const mark = plate.connection === 'delta' ? ' Δ' : plate.connection === 'star' ? ' Y' : '';
  return [
    plate.powerKw && `${showShort(plate.powerKw)} kW`,
    plate.voltageV && `${showShort(plate.voltageV)} V${mark}`,
    plate.currentA && `${showShort(plate.currentA)} A`,
    plate.speedRpm && `${Math.round(plate.speedRpm)} rpm`,
    plate.frequencyHz && `${showShort(plate.frequencyHz)} Hz`,
  ]
    .filter(Boolean)
    .join('  ');
}

/** The nameplate from what was taken in, never typed again: a sheet to hold beside the plate, and a file for the engraver. */
import { machineKind, sayTyped } from '@norther/core';
import Papa from 'papaparse';
import type { JudgedMotor, MotorRows } from '../motors/motor-file.ts';
import { MARGIN, openSheet, PAGE, type IssueOptions } from './pdf-sheet.ts';

/** What stands on it, in the order of the plate; what nobody read is left out. */
export function nameplateLines({ motor }: Pick<MotorRows, 'motor'>): (readonly [string, string])[] {
  const fields = machineKind(motor.kind).plate.flatMap((f) => {
    const typed = motor.plate[f.id]?.trim();
    return typed && !(f.id === 'certified' && typed === 'none')
      ? [[f.label, sayTyped(f, typed)] as const]
      : [];
  });
  return [
    ...(motor.maker ? [['Maker and type', motor.maker] as const] : []),
    ...(motor.serial ? [['Serial number', motor.serial] as const] : []),
    ...fields,
    ['Job', motor.number],
  ];
}

/** One line a field: what an engraver's program reads. */
export const nameplateCsv = (rows: Pick<MotorRows, 'motor'>): string =>
  Papa.unparse(
    { fields: ['field', 'text'], data: nameplateLines(rows).map((l) => [...l]) },
    { escapeFormulae: true },
  );

export function nameplatePdf(judged: JudgedMotor, o: IssueOptions): Promise<Buffer> {
  const { doc, words, figures, close } = openSheet(judged, 'Nameplate', o);
  const lines = nameplateLines(judged.file);
  words('Nameplate', MARGIN, 116, 20, true);
  words('As it was read when the motor was taken in. Hold it beside the plate.', MARGIN, 142, 10);
  const [top, high] = [170, 24];
  doc
    .lineWidth(1.5)
    .roundedRect(MARGIN, top, PAGE.width - 2 * MARGIN, lines.length * high + 24, 8)
    .stroke();
  lines.forEach(([label, text], i) => {
    words(label, MARGIN + 18, top + 16 + i * high, 10);
    figures(text, MARGIN + 220, top + 14 + i * high, 13, true);
  });
  return close();
}

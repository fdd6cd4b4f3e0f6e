/** The paper sheets of a motor, by the name of their file. */
import type { JudgedMotor } from '../motors/motor-file.ts';
import { certificatePdf } from './dossier/certificate-pdf.ts';
import { agreementPdf } from './agreement-pdf.ts';
import { nameplatePdf } from './nameplate.ts';
import type { IssueOptions } from './pdf-sheet.ts';
import { verdictPdf } from './verdict-pdf.ts';

export const MOTOR_SHEETS = {
  verdict: verdictPdf,
  agreement: agreementPdf,
  nameplate: nameplatePdf,
  certificate: certificatePdf,
} as const satisfies Readonly<Record<string, (judged: JudgedMotor, o: IssueOptions) => Promise<Buffer>>>;
export type MotorSheetTask = keyof typeof MOTOR_SHEETS;

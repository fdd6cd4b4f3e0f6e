/** Every document that is drawn, loaded together by the threads that draw. */
export { dossierFile } from './dossier/dossier-file.ts';
export { firstDocuments } from './first-documents.ts';
export { labelsPdf } from './labels.ts';
export { MOTOR_SHEETS } from './motor-sheets.ts';
export { packingLabelPdf } from './packing-label.ts';
export { planFile } from './plan-files.ts';

/** A sheet that its motor's kind draws; a kind without such a sheet leads back to the motor. */
import { Suspense } from 'react';
import { Navigate } from 'react-router';
import { MotorSheet } from '../sheet/motor-sheet.tsx';
import type { KindSheetName } from './kind-sheets.ts';
import { kindViews } from './kinds.ts';

export function KindSheet({ sheet }: { readonly sheet: KindSheetName }) {
  return (
    <MotorSheet>
      {(file) => {
        const View = kindViews(file.motor.kind).sheets[sheet];
        return View ? (
          <Suspense fallback={<p className="p-6">Opening the sheet …</p>}>
            <View key={`${file.motor.number} ${file.motor.kind}`} file={file} />
          </Suspense>
        ) : (
          <Navigate to={`/motor/${encodeURIComponent(file.motor.number)}`} replace />
        );
      }}
    </MotorSheet>
  );
}

/** The connection list as CSV, one joint a line. */
import type { ConnectionList, WindingLayout } from '@norther/core';
import Papa from 'papaparse';

export function connectionCsv(layout: WindingLayout, list: ConnectionList): string {
  return (
    Papa.unparse({
      fields: ['joint', 'kind', 'phase', 'lead', 'ends', 'slots'],
      data: list.joints.map((j) => [
        j.number,
        j.kind,
        j.phase ?? '',
        j.lead ?? '',
        j.ends.map((e) => `${layout.groups[e.group - 1]!.name}${e.end}`).join(' '),
        j.ends
          .map((e) => {
            const coils = layout.groups[e.group - 1]!.coils;
            // A start leaves by the first coil's first side, a finish by the last coil's second side.
            return e.end === 's' ? coils[0]! : layout.coils[coils[coils.length - 1]! - 1]!.bottomSlot;
          })
          .join(' '),
      ]),
    }) + '\r\n'
  );
}

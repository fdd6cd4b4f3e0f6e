/** What a step takes, for this motor, in figures large enough for arm's length. */
import { workOf, type Station } from '@norther/core';
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';
import { useCut } from '../cut-sheet/use-cut.ts';

export function Materials({ file, station }: { readonly file: MotorFile; readonly station: Station }) {
  const { machine, checked, cut } = useCut(file);
  const work = workOf(station);
  const materials =
    work && machine.materials(checked, { work, body: station.body }, cut?.ok ? cut.value : null);
  if (!materials) return null;
  const { rows, more } = materials;
  return (
    <section className="mt-5">
      <h3 className="border-b-[1.5px] border-ink text-[17px] font-[650]">For this motor</h3>
      <table className="w-full">
        <tbody>
          {rows.map(([label, text]) => (
            <tr key={label} className="border-b border-grid">
              <td className="py-1.5 text-[17px] font-[620]">{label}</td>
              <td className="fig py-1.5 text-right text-[20px] max-xl:text-[24px]">{text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {more && (
        <Link
          className="mt-2 inline-block underline"
          to={`/motor/${encodeURIComponent(file.motor.number)}/${more.sheet}`}
        >
          {more.text}
        </Link>
      )}
    </section>
  );
}

/** What a step takes for one motor, in figures large enough for arm's length. */
import { Link } from 'react-router';
import type { MotorFile } from '../app/api.ts';

export type MaterialRow = readonly [label: string, text: string];

export function MaterialsTable({
  file,
  rows,
  more,
}: {
  readonly file: MotorFile;
  readonly rows: readonly MaterialRow[];
  /** The sheet of the motor that says more. */
  readonly more?: { readonly to: string; readonly text: string } | undefined;
}) {
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
          to={`/motor/${encodeURIComponent(file.motor.number)}/${more.to}`}
        >
          {more.text}
        </Link>
      )}
    </section>
  );
}

/** Before anything is searched: the winding as found against the limits that are asked for. */
import { showShort, type AgainstLimit } from '@norther/core';
import { VerdictMark } from '../kit/marks.tsx';

export function AsFound({ rows }: { readonly rows: readonly AgainstLimit[] }) {
  const out = rows.filter((r) => r.within === false).length;
  return (
    <section aria-label="The winding as found, against the limits">
      <h2 className="mb-1 border-b-2 border-ink text-[15px] font-[650]">The winding as found</h2>
      <p className="mb-1 text-[13px] text-graphite">
        {out === 0
          ? 'It lies within these limits itself: what is found is held against it.'
          : `It does not keep ${out === 1 ? 'one' : out} of these limits itself.`}
      </p>
      <table className="w-full text-[14px]">
        <tbody>
          {rows.map((r) => (
            <tr key={r.id} className="border-b border-grid">
              <td className="py-0.5">
                <VerdictMark
                  verdict={r.within === null ? 'to-come' : r.within ? 'sound' : 'stop'}
                  size={15}
                />
              </td>
              <td className="text-graphite">{r.label}</td>
              <td className="fig text-right text-graphite">{showShort(r.limit, 3)}</td>
              <td className={`fig text-right ${r.within === false ? 'font-bold text-carmine' : ''}`}>
                {r.value === null ? '–' : showShort(r.value, 3)}
              </td>
              <td className="fig w-12 pl-1 text-[13px] text-graphite">{r.unit}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

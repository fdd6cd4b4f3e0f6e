/** Lines of figures as a table to type into: a row a line, the unit of each column in its head, one empty row at the end. */
import { useRef, type ClipboardEvent, type KeyboardEvent } from 'react';
import { linesOf, pasted, rowsOf, withoutUnit, type Columns } from './figure-rows.ts';

export function FigureTable({
  id,
  name,
  label,
  columns,
  value,
  onType,
}: {
  /** Of its first cell. */
  readonly id: string;
  readonly name: string;
  readonly label: string;
  readonly columns: Columns;
  readonly value: string;
  readonly onType: (value: string) => void;
}) {
  const box = useRef<HTMLTableElement>(null);
  const rows = [...(value === '' ? [] : rowsOf(value)), []];
  const change = (r: number, c: number, text: string) => {
    const next = rows.map((row) => [...row]);
    next[r]![c] = text;
    onType(linesOf(next, columns));
  };
  const paste = (e: ClipboardEvent, r: number, c: number) => {
    const text = e.clipboardData.getData('text');
    if (!/[\n\t;]/.test(text.trim())) return;
    e.preventDefault();
    onType(linesOf(pasted(rows, r, c, text, columns.length), columns));
  };
  /** Enter goes on to the next figure, as everywhere; from the last of a row to the next row. */
  const key = (e: KeyboardEvent, r: number, c: number) => {
    if (e.key !== 'Enter') return;
    e.preventDefault();
    const [nr, nc] = c + 1 < columns.length ? [r, c + 1] : [r + 1, 0];
    const cell = () => box.current?.querySelector<HTMLInputElement>(`[data-cell="${nr} ${nc}"]`);
    // At once, or the next figure of a quick hand falls into this cell; only a row that is not drawn yet is waited for.
    const there = cell();
    if (there) there.focus();
    else requestAnimationFrame(() => cell()?.focus());
  };
  return (
    <table ref={box} aria-label={label} className="w-full border-collapse">
      <thead>
        <tr className="text-left text-[12px] text-graphite">
          <th className="w-8" />
          {columns.map((col) => (
            <th key={col.label} className="px-1 font-normal">
              {col.label}
              {col.unit && <span className="fig">, {col.unit}</span>}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map((row, r) => (
          <tr key={r}>
            <td className="fig pr-1 text-right text-[13px] text-pencil">{r + 1}</td>
            {columns.map((col, c) => (
              <td key={col.label} className="p-0">
                <input
                  data-cell={`${r} ${c}`}
                  id={r === 0 && c === 0 ? id : undefined}
                  name={r === 0 && c === 0 ? name : undefined}
                  aria-label={`${col.label}, line ${r + 1}`}
                  value={withoutUnit(row[c] ?? '', col.unit)}
                  onChange={(e) => change(r, c, e.target.value)}
                  onPaste={(e) => paste(e, r, c)}
                  onKeyDown={(e) => key(e, r, c)}
                  inputMode="text"
                  autoComplete="off"
                  autoCapitalize="off"
                  spellCheck={false}
                  className="fig h-8 w-full border border-hair bg-field px-2 text-right text-[15px] outline-none focus:border-b-[3px] focus:border-b-copper max-xl:h-12"
                />
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

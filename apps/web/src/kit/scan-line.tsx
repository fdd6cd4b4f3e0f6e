/** The scan line: a tag, a number, a name; Enter opens what fits. */
import { useEffect, useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useLazyFindMotorsQuery } from '../app/api.ts';
import { said } from '../app/sheet-state.ts';
import { useAppDispatch } from '../app/store.ts';

export function ScanLine() {
  const [words, setWords] = useState('');
  const [at, setAt] = useState(0);
  const [find, { data = [] }] = useLazyFindMotorsQuery();
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const box = useRef<HTMLInputElement>(null);
  const shown = words.trim() !== '';
  useEffect(() => {
    if (!words.trim()) return;
    const timer = setTimeout(() => void find(words.trim()), 120);
    return () => clearTimeout(timer);
  }, [words, find]);
  const open = (number: string) => {
    setWords('');
    box.current?.blur();
    void navigate(`/motor/${encodeURIComponent(number)}`);
  };
  const enter = async () => {
    const text = words.trim();
    if (!text) return;
    // A scanner types faster than the list comes: ask for exactly this text.
    const list = await find(text)
      .unwrap()
      .catch(() => null);
    if (list === null)
      return dispatch(said({ text: 'The server cannot be reached; scan again when it is back.', bad: true }));
    const exact = list.find((m) => m.number.toLowerCase() === text.toLowerCase());
    const chosen = exact ?? list[Math.min(at, list.length - 1)];
    if (chosen) open(chosen.number);
    else dispatch(said({ text: `No motor in this shop fits “${text}”.`, bad: true }));
  };
  return (
    <div className="relative flex w-full items-center border-hair max-xl:border-t xl:w-[320px] xl:border-l">
      <input
        id="scan"
        ref={box}
        value={words}
        onChange={(e) => {
          setWords(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === 'Enter') void enter();
          else if (e.key === 'Escape') {
            setWords('');
            box.current?.blur();
          } else if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault();
            setAt((i) => Math.max(0, Math.min(data.length - 1, i + (e.key === 'ArrowDown' ? 1 : -1))));
          }
        }}
        placeholder="Scan a tag, or type a motor, a name"
        aria-label="Scan a tag, or type a motor or a name"
        autoComplete="off"
        spellCheck={false}
        className="h-full min-h-9 min-w-0 flex-1 bg-transparent px-3 text-[14px] -outline-offset-2 placeholder:text-pencil xl:min-h-0"
      />
      <kbd className="fig mr-2 border border-pencil px-1.5 text-[12px] text-graphite">/</kbd>
      {shown && data.length > 0 && (
        <ul className="absolute right-0 bottom-full z-10 w-full min-w-[300px] border-2 border-ink bg-paper max-xl:top-full max-xl:bottom-auto">
          {data.map((m, i) => (
            <li key={m.id}>
              <button
                type="button"
                onMouseDown={(e) => e.preventDefault()}
                onClick={() => open(m.number)}
                className={`flex w-full items-baseline gap-3 px-3 py-1.5 text-left ${i === at ? 'bg-wash' : ''}`}
              >
                <span className="fig text-[16px]">{m.number}</span>
                <span className="truncate text-[14px]">
                  {m.customer} · {m.machine}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

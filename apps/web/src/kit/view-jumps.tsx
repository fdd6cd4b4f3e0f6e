/** On a tablet the views stand one under the other: a bar that stays in sight leads to each. */
import { useEffect, useState } from 'react';

interface Jump {
  readonly letter: string;
  readonly name: string;
}

const viewsOf = (): Jump[] =>
  [...document.querySelectorAll<HTMLElement>('[data-view]')].map((v) => ({
    letter: v.dataset['view']!,
    name: v.getAttribute('aria-label') ?? '',
  }));
const same = (a: readonly Jump[], b: readonly Jump[]) => JSON.stringify(a) === JSON.stringify(b);

export function ViewJumps() {
  const [views, setViews] = useState<readonly Jump[]>([]);
  // Views come and go with what a sheet shows.
  useEffect(() => {
    const read = () =>
      setViews((before) => {
        const now = viewsOf();
        return same(before, now) ? before : now;
      });
    read();
    const observer = new MutationObserver(read);
    const main = document.querySelector('main');
    if (main) observer.observe(main, { childList: true, attributes: true, attributeFilter: ['aria-label'] });
    return () => observer.disconnect();
  }, []);
  if (views.length < 2) return null;
  return (
    <nav
      aria-label="Views of this sheet"
      className="no-print sticky top-0 z-20 order-2 flex border-x-2 border-b-2 border-ink bg-paper xl:hidden"
    >
      {views.map(({ letter, name }) => (
        <button
          key={letter}
          type="button"
          className="flex min-h-12 min-w-0 flex-1 items-center justify-center gap-2 border-r border-hair px-2 text-[15px] -outline-offset-2 last:border-r-0"
          onClick={() =>
            document.querySelector(`[data-view="${letter}"]`)?.scrollIntoView({ block: 'start' })
          }
        >
          <span className="fig font-bold">{letter}</span>
          <span className="truncate">{name}</span>
        </button>
      ))}
    </nav>
  );
}

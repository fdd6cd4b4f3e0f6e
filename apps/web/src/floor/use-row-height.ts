/** The height of a strip with which a whole number of them fills the sheet: none is cut at its lower edge. */
import { useLayoutEffect, useState, type RefObject } from 'react';

/** Two lines of words and their air [px]. */
const LEAST = 29;
const MOST = 35;
/** Line under each strip [px]. */
const RULE = 1;

export interface Rows {
  readonly height: number;
  /** How many are seen without scrolling. */
  readonly seen: number;
  /** What is left over the first, so that the last that is seen ends where the sheet does [px]. */
  readonly air: number;
}

/** @param room under the names of the stations [px] */
export function rowsIn(room: number, count: number): Rows {
  const most = Math.max(1, Math.floor(room / (LEAST + RULE)));
  const seen = Math.min(count, most);
  if (seen === 0) return { height: MOST, seen, air: 0 };
  const height = Math.min(MOST, Math.max(LEAST, Math.floor(room / seen) - RULE));
  return { height, seen, air: seen < count ? Math.max(0, Math.floor(room - seen * (height + RULE))) : 0 };
}

/** @param list of the strips, in a box that scrolls */
export function useRowHeight(list: RefObject<HTMLElement | null>, count: number): Rows {
  const [room, setRoom] = useState(500);
  useLayoutEffect(() => {
    const own = list.current;
    const box = own?.closest<HTMLElement>('.overflow-auto');
    if (!own || !box) return;
    const measure = () => {
      const above =
        own.parentElement!.getBoundingClientRect().top - box.getBoundingClientRect().top + box.scrollTop;
      setRoom(box.clientHeight - above);
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(box);
    return () => observer.disconnect();
  }, [list, count]);
  return rowsIn(room, count);
}

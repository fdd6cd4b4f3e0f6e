/** Width, and height, of an element as it is laid out now, and as it will be on paper while it is printed. */
import { useLayoutEffect, useRef, useState } from 'react';
import { flushSync } from 'react-dom';

/** @param printed width on paper [px]; a drawing that is made to measure does not follow the paper by itself */
export function useWidth<T extends HTMLElement>(initial: number, printed?: number) {
  const ref = useRef<T>(null);
  const [width, setWidth] = useState(initial);
  const [height, setHeight] = useState(0);
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => {
      setWidth(Math.max(1, Math.floor(element.clientWidth)));
      setHeight(Math.floor(element.clientHeight));
    };
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    const before = () => printed !== undefined && flushSync(() => setWidth(printed));
    window.addEventListener('beforeprint', before);
    window.addEventListener('afterprint', measure);
    return () => {
      observer.disconnect();
      window.removeEventListener('beforeprint', before);
      window.removeEventListener('afterprint', measure);
    };
  }, [printed]);
  return [ref, width, height] as const;
}

/** Ctrl S saves a card, from any of its fields. */
import { useEffect } from 'react';

export function useSaveKeys({ save, open }: { readonly save: () => Promise<void>; readonly open: boolean }) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 's') {
        e.preventDefault();
        if (open) void save();
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [save, open]);
}

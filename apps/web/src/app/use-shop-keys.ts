/** Keys that work on every sheet; digits and letters only outside fields. */
import { useEffect, useRef } from 'react';
import { useNavigate, useParams } from 'react-router';
import { isTyping } from '../kit/is-typing.ts';
import { sheetTurned } from './sheet-state.ts';
import { useAppDispatch } from './store.ts';
import { MOTOR_SHEETS, SHOP_SHEETS } from './sheets.ts';

/** Longer than a scanner takes from sign to sign [ms]. */
const SCAN_GAP = 60;

export function useShopKeys() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { number } = useParams();
  const waiting = useRef<number | undefined>(undefined);
  useEffect(() => {
    // Before anybody else, and once for all: Enter of a scan is kept from every other listener.
    const onAnyKey = () => clearTimeout(waiting.current);
    window.addEventListener('keydown', onAnyKey, { capture: true });
    return () => window.removeEventListener('keydown', onAnyKey, { capture: true });
  }, []);
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === 'k') {
        e.preventDefault();
        document.querySelector<HTMLInputElement>('[data-scan="line"]')?.focus();
        return;
      }
      const shop = SHOP_SHEETS.find((s) => s.key === e.key);
      if (shop) {
        e.preventDefault();
        void navigate(shop.to);
        return;
      }
      if (e.altKey && /^[a-e]$/i.test(e.key)) {
        const view = document.querySelector<HTMLElement>(`[data-view="${e.key.toUpperCase()}"]`);
        if (view) {
          e.preventDefault();
          (
            view.querySelector<HTMLElement>('input, textarea, button, a[href], [tabindex="0"]') ?? view
          ).focus();
        }
        return;
      }
      if (isTyping(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === '/') {
        e.preventDefault();
        document.querySelector<HTMLInputElement>('[data-scan="line"]')?.focus();
      } else if (e.key === 'd' || e.key === 'D') {
        dispatch(sheetTurned());
      } else if (e.key === 'p' || e.key === 'P') {
        window.print();
      } else if (number) {
        const sheet = MOTOR_SHEETS.find((s) => s.key === e.key);
        // A digit may be the first of a scanned number: it acts only when no other sign follows at once.
        if (sheet)
          waiting.current = window.setTimeout(
            () => void navigate(`/motor/${encodeURIComponent(number)}${sheet.to}`),
            SCAN_GAP,
          );
      }
    };
    window.addEventListener('keydown', onKey);
    return () => {
      clearTimeout(waiting.current);
      window.removeEventListener('keydown', onKey);
    };
  }, [navigate, dispatch, number]);
}

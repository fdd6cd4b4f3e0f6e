/** Keys that work on every sheet; digits and letters only outside fields. */
import { useEffect } from 'react';
import { useNavigate, useParams } from 'react-router';
import { sheetTurned } from './sheet-state.ts';
import { useAppDispatch } from './store.ts';
import { MOTOR_SHEETS, SHOP_SHEETS } from './sheets.ts';

const inField = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.matches('input, textarea, select') || target.closest('[role=dialog]') !== null);

export function useShopKeys() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { number } = useParams();
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
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
            view.querySelector<HTMLElement>('input, select, textarea, button, a[href], [tabindex="0"]') ??
            view
          ).focus();
        }
        return;
      }
      if (inField(e.target) || e.ctrlKey || e.metaKey || e.altKey) return;
      if (e.key === '/') {
        e.preventDefault();
        document.querySelector<HTMLInputElement>('#scan')?.focus();
      } else if (e.key === 'd' || e.key === 'D') {
        dispatch(sheetTurned());
      } else if (e.key === 'p' || e.key === 'P') {
        window.print();
      } else if (number) {
        const sheet = MOTOR_SHEETS.find((s) => s.key === e.key);
        if (sheet) void navigate(`/motor/${encodeURIComponent(number)}${sheet.to}`);
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [navigate, dispatch, number]);
}

/** Keys that work on every sheet; digits and letters only outside fields. */
import { useEffect, useRef } from 'react';
import { useNavigate, useParams } from 'react-router';
import { isTyping } from '../kit/is-typing.ts';
import { sheetTurned } from './sheet-state.ts';
import type { SheetEntry } from './sheets.ts';
import { useAppDispatch } from './store.ts';
import { groupsOf, ofMotor, SHOP_GROUPS, SheetKeys } from './sheets.ts';
import { useMotorKind } from './use-motor-kind.ts';

/** Longer than a scanner takes from sign to sign [ms]. */
const SCAN_GAP = 60;

/** A digit that acts unless another sign follows at the pace of a scanner. */
interface WaitingDigit {
  /** As an event has it [ms]. */
  readonly pressedAt: number;
  readonly act: () => void;
  readonly timer: number;
}

export function useShopKeys() {
  const navigate = useNavigate();
  const dispatch = useAppDispatch();
  const { number } = useParams();
  const kind = useMotorKind(number);
  const shown = useRef({ number, kind });
  useEffect(() => {
    shown.current = { number, kind };
  });
  const keys = useRef(new SheetKeys());
  const waiting = useRef<WaitingDigit | null>(null);
  useEffect(() => {
    // Before anybody else, and once for all: Enter of a scan is kept from every other listener.
    const onAnyKey = (e: KeyboardEvent) => {
      const digit = waiting.current;
      if (!digit) return;
      waiting.current = null;
      clearTimeout(digit.timer);
      // By when the keys were pressed: a busy page hears strokes of a hand one right after the other.
      if (e.timeStamp - digit.pressedAt >= SCAN_GAP) digit.act();
    };
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
      const go = (sheet: SheetEntry | null) => {
        if (!sheet) return false;
        e.preventDefault();
        void navigate(sheet.to);
        return true;
      };
      if (/^F\d/.test(e.key) && go(keys.current.press(SHOP_GROUPS, e.key, e.timeStamp))) return;
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
      } else if (/^\d$/.test(e.key)) {
        const { key, timeStamp } = e;
        // A digit may be the first of a scanned number: it acts only when no other sign follows at once.
        // After a key of the shop it names a sheet of the shop, though the motor's sheet may still be shown.
        const shop = keys.current.awaits(SHOP_GROUPS, timeStamp);
        const act = () => {
          waiting.current = null;
          const { number, kind } = shown.current;
          const groups = shop || number === undefined ? SHOP_GROUPS : ofMotor(number, groupsOf(kind));
          const sheet = keys.current.press(groups, key, timeStamp, window.location.pathname);
          if (sheet) void navigate(sheet.to);
        };
        waiting.current = { pressedAt: timeStamp, act, timer: window.setTimeout(act, SCAN_GAP) };
      }
    };
    window.addEventListener('keydown', onKey);
    return () => window.removeEventListener('keydown', onKey);
  }, [navigate, dispatch]);
}

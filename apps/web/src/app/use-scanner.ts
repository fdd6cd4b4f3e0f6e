/** A scanner on any sheet, whatever has the focus: opens the motor, and gives a field back what stood in it. */
import { useEffect } from 'react';
import { useNavigate } from 'react-router';
import { findUnit } from '../series/find-unit.ts';
import { findMotor } from './find-motor.ts';
import { ScanBurst } from './scan-burst.ts';
import { showMessage } from './sheet-state.ts';
import { useAppDispatch } from './store.ts';

type TextBox = HTMLInputElement | HTMLTextAreaElement;
const boxOf = (target: EventTarget | null): TextBox | null =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement ? target : null;

/** Sets the value so that the form hears of it. */
function putBack(box: TextBox, value: string) {
  const prototype =
    box instanceof HTMLInputElement ? HTMLInputElement.prototype : HTMLTextAreaElement.prototype;
  Object.getOwnPropertyDescriptor(prototype, 'value')!.set!.call(box, value);
  box.dispatchEvent(new Event('input', { bubbles: true }));
}

export function useScanner() {
  const dispatch = useAppDispatch();
  const navigate = useNavigate();
  useEffect(() => {
    const burst = new ScanBurst();
    let before: { box: TextBox; value: string } | null = null;
    const onKey = (e: KeyboardEvent) => {
      if (e.ctrlKey || e.metaKey || e.altKey) return;
      const box = boxOf(e.target);
      const begun = burst.length === 0;
      const stood = box?.value ?? '';
      const scanned = burst.key(e.key, e.timeStamp);
      if (box && (begun || burst.length === 1) && e.key.length === 1) before = { box, value: stood };
      if (scanned === null) return;
      // A field for tags, and the line itself, take what is scanned.
      if (box && (box.dataset['scan'] !== undefined || box.closest('[role=dialog]'))) return;
      if (!box) {
        // Enter would open the picked row or press the key in focus.
        e.preventDefault();
        e.stopImmediatePropagation();
      }
      const restore = box && before?.box === box ? before.value : null;
      void findMotor(dispatch, scanned)
        .then(async (motor) =>
          motor ? `/motor/${encodeURIComponent(motor.number)}` : findUnit(dispatch, scanned),
        )
        .then((to) => {
          if (to !== null) {
            if (box && restore !== null) putBack(box, restore);
            void navigate(to);
          } else if (!box)
            dispatch(showMessage({ text: `No motor in this shop has the number “${scanned}”.`, bad: true }));
        })
        .catch(() => {
          if (!box)
            dispatch(
              showMessage({ text: 'The server cannot be reached; scan again when it is back.', bad: true }),
            );
        });
    };
    window.addEventListener('keydown', onKey, { capture: true });
    return () => window.removeEventListener('keydown', onKey, { capture: true });
  }, [dispatch, navigate]);
}

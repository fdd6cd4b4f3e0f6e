/** Whether a key belongs to what has the focus, and not to the sheet. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.matches('input, textarea, [role=combobox]') ||
    target.closest('[role=dialog], [role=listbox]') !== null);

/** Brings an element to the top of the view that it scrolls in; the sheet itself stays where it is. */
export function scrollWithin(element: Element): void {
  for (let box = element.parentElement; box; box = box.parentElement)
    if (box.scrollHeight > box.clientHeight && /auto|scroll/.test(getComputedStyle(box).overflowY)) {
      box.scrollTop += element.getBoundingClientRect().top - box.getBoundingClientRect().top;
      return;
    }
}

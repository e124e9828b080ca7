/**
 * Where the focused control goes away (a list was made anew, a button has become another), the focus would fall to the
 * body, and who works by keys would begin at the top of the page again. It goes to what now stands nearest instead.
 */

const FOCUSABLE =
  'a[href], button:not([disabled]), input:not([disabled]), textarea:not([disabled]), select:not([disabled]), [tabindex="0"]';
const SETTLES_MS = 60; // what closes gives its focus back by itself within that

/** What can be focused nearest to where something was: within the innermost of its old ancestors that still stands. */
export function nearestTo(ancestors: readonly Element[]): HTMLElement | undefined {
  for (const ancestor of ancestors) {
    if (!ancestor.isConnected) continue;
    const near = [...ancestor.querySelectorAll<HTMLElement>(FOCUSABLE)].find(
      (each) => each.getClientRects().length > 0,
    );
    if (near) return near;
  }
  return undefined;
}

const isGone = (control: Element) => !control.isConnected || control.matches(":disabled, [data-disabled]");

/** Watch over the focus of the whole page; the answer ends it. */
export function keepFocus(): () => void {
  let last: Element | null = null;
  let ancestors: Element[] = [];
  let timer = 0;
  const remember = (event: FocusEvent) => {
    if (!(event.target instanceof Element)) return;
    last = event.target;
    ancestors = [];
    for (let each = last.parentElement; each && each !== document.body; each = each.parentElement) ancestors.push(each);
  };
  const look = () => {
    timer = 0;
    if (!last || document.activeElement !== document.body || !isGone(last)) return;
    nearestTo(ancestors)?.focus();
  };
  const soon = () => {
    // One look at a time: a page that goes on changing would put it off for ever.
    if (document.activeElement !== document.body || !last || timer) return;
    timer = window.setTimeout(look, SETTLES_MS);
  };
  const watch = new MutationObserver(soon);
  document.addEventListener("focusin", remember);
  watch.observe(document.body, {
    childList: true,
    subtree: true,
    attributes: true,
    attributeFilter: ["disabled", "data-disabled"],
  });
  return () => {
    watch.disconnect();
    document.removeEventListener("focusin", remember);
    window.clearTimeout(timer);
  };
}

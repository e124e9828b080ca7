/** Fetch parts of the app once the page has come to rest, so that they are there when they are asked for. */
export function whenIdle(...parts: (() => Promise<unknown>)[]) {
  const begin = () => {
    // A part that cannot be had now is asked for again when it is needed, and told then.
    void parts.reduce((before, part) => before.then(part, part), Promise.resolve<unknown>(undefined)).catch(() => {});
  };
  const idle = () => ("requestIdleCallback" in window ? requestIdleCallback(begin) : setTimeout(begin, 200));
  if (document.readyState === "complete") setTimeout(idle, 1500);
  else window.addEventListener("load", () => setTimeout(idle, 1500), { once: true });
}

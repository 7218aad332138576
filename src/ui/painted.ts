/** ms a page is waited for that is not painted: it may lie behind others. */
const PATIENCE = 1000;

/** Calls back as soon as the page has been painted: for what is not on its first picture. */
export function oncePainted(then: () => void): void {
  const watch = new PerformanceObserver((seen) => {
    if (seen.getEntriesByName('first-contentful-paint').length > 0) once();
  });
  const once = () => {
    watch.disconnect();
    clearTimeout(patience);
    then();
  };
  const patience = setTimeout(once, PATIENCE);
  watch.observe({ type: 'paint', buffered: true });
}

/** ms the next picture is waited for: a page that is not looked at draws none. */
const NEXT_WITHIN = 100;

// Not every browser says when it is at leisure.
const inLeisure = (globalThis.requestIdleCallback ?? setTimeout) as (then: () => void) => void;

/** Calls back once what was just changed is on the screen: what is done unseen comes after it. */
export function onceDrawn(then: () => void): void {
  let isOver = false;
  const once = () => {
    if (isOver) return;
    isOver = true;
    clearTimeout(patience);
    then();
  };
  const patience = setTimeout(once, NEXT_WITHIN);
  // What is asked for in a frame comes before its picture; what waits for leisure comes after.
  requestAnimationFrame(() => inLeisure(once));
}

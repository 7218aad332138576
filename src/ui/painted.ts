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

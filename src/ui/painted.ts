/** ms a page is waited for that is not painted: it may lie behind others. */
const PATIENCE = 1000;

/** Calls back as soon as the page has been painted: for what is not on its first picture. */
export function oncePainted(then: () => void): void {
  let painted = false;
  const once = () => {
    if (painted) return;
    painted = true;
    then();
  };
  setTimeout(once, PATIENCE);
  new PerformanceObserver((seen) => {
    if (seen.getEntriesByName('first-contentful-paint').length > 0) once();
  }).observe({ type: 'paint', buffered: true });
}

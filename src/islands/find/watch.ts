/** A key that types: not one that is meant for the page. */
const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName));

const sendForSearch = () =>
  Promise.all([
    import('react'),
    import('react-dom'),
    import('react-dom/client'),
    import('./Find.tsx'),
  ]);

/** Opens the search when its button or its key is pressed: it is sent for only then. */
export function watchFind(button: HTMLElement): void {
  let open = false;
  /** what is typed while the search is still being sent: the first of what it looks for */
  let early: string | null = null;
  const find = async () => {
    if (open) return;
    open = true;
    early = '';
    const sent = await sendForSearch().catch(() => null);
    if (!sent) {
      // The shop is away: the page has its keys again, and the next press asks once more.
      open = false;
      early = null;
      return;
    }
    const [{ createElement }, { flushSync }, { createRoot }, { Find }] = sent;
    const places = [
      ...document.querySelectorAll<HTMLAnchorElement>('nav[aria-label="Places"] a'),
    ].map((link) => ({
      kind: 'page',
      name: link.textContent.trim(),
      note: '',
      href: link.getAttribute('href') ?? '/',
    }));
    const host = document.body.appendChild(document.createElement('div'));
    const root = createRoot(host);
    const begun = early;
    const onClose = () => {
      root.unmount();
      host.remove();
      open = false;
    };
    // In one go, shown and with the keys: no letter comes between what was caught here and the
    // field that takes the next.
    flushSync(() => root.render(createElement(Find, { places, begun, onClose })));
    early = null;
  };
  button.addEventListener('click', () => void find());
  document.addEventListener('keydown', (press) => {
    // Keys of the browser's own stay its own.
    if (press.ctrlKey || press.metaKey || press.altKey) return;
    if (early !== null && press.key.length === 1) {
      early += press.key;
      press.preventDefault();
      return;
    }
    if (press.key !== '/') return;
    if (typing(press.target) || document.querySelector('dialog[open]')) return;
    press.preventDefault();
    void find();
  });
}

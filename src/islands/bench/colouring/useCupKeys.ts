import { useKeydown } from '@/ui/useKeydown.ts';

/** Keys that press what has the focus, where that can be pressed. */
const PRESSES = new Set([' ', 'Enter']);

/** Keys of the panel a cup is coloured in; while something is typed they are letters. */
export function useCupKeys(press: Record<string, () => unknown>): void {
  useKeydown((event) => {
    const at = event.target as HTMLElement;
    if (event.ctrlKey || event.metaKey || event.altKey || event.repeat) return;
    if (at.closest('input, select, textarea')) return;
    if (PRESSES.has(event.key) && at.closest('button, a')) return;
    const act = press[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!act) return;
    event.preventDefault();
    act();
  });
}

import { useKeydown } from '@/ui/useKeydown.ts';

/**
 * Keys of the bench, heard while no field is being typed in.
 * @param main what the big key does
 */
export function useBenchKeys(
  keys: Record<string, () => void>,
  main: () => void,
  deaf: boolean,
): void {
  useKeydown((event) => {
    if (deaf || event.ctrlKey || event.metaKey || event.altKey) return;
    const el = event.target as HTMLElement;
    if (el.closest('input, textarea, select')) return;
    const big = (event.key === ' ' || event.key === 'Enter') && !el.closest('button, a');
    const press = big ? main : keys[event.key.length === 1 ? event.key.toLowerCase() : event.key];
    if (!press || event.repeat) return;
    event.preventDefault();
    press();
  });
}

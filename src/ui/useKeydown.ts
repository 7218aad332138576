import { useLayoutEffect } from 'react';

/**
 * Keys of the whole page, heard by what stands on the screen now: from the moment a change is seen a
 * key means what it shows. (Heard a moment later, a key pressed at once went to what stood before.)
 * @param first before anything else hears the key
 */
export function useKeydown(hear: (event: KeyboardEvent) => void, first = false): void {
  useLayoutEffect(() => {
    addEventListener('keydown', hear, first);
    return () => removeEventListener('keydown', hear, first);
  });
}

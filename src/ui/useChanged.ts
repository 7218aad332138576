import { useCallback, useRef, useState } from 'react';

/**
 * State that is set only to another value. React may draw a component once more to find that what was
 * set is what it had; of a whole bench that is dear, several times an act.
 */
export function useChanged<T>(first: T): [T, (next: T) => void] {
  const [value, setValue] = useState(first);
  const held = useRef(first);
  const change = useCallback((next: T) => {
    if (Object.is(held.current, next)) return;
    held.current = next;
    setValue(() => next);
  }, []);
  return [value, change];
}

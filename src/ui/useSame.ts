import { useState } from 'react';

/** The same object for as long as its key is the same, whatever is made anew meanwhile. */
export function useSame<T>(made: T, key: string): T {
  const [held, setHeld] = useState({ made, key });
  if (held.key === key) return held.made;
  setHeld({ made, key });
  return made;
}

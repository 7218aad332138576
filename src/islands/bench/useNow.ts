import { useEffect, useState } from 'react';
import { call } from '@/ui/api.ts';
import { shopNow } from '@/ui/shopClock.ts';

/** ms by the shop's clock, twice a second; asked for once as the bench is laid out. */
export function useNow(): number {
  const [now, setNow] = useState(shopNow);
  useEffect(() => {
    void call('GET', '/api/health');
    const beat = setInterval(() => setNow(shopNow()), 500);
    return () => clearInterval(beat);
  }, []);
  return now;
}

import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { dropPages } from '@/offline/register.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  open: 'demo' | 'own';
  says: string;
  main?: boolean;
}
/** ms between looks whether the other shop is open, and looks until it is given up. */
const LOOK = 500;
const LOOKS = 240;

const opened = async (demo: boolean): Promise<boolean> => {
  const reply = await fetch('/api/shops')
    .then((answer) => (answer.ok ? (answer.json() as Promise<{ demo: boolean }>) : null))
    .catch(() => null);
  return reply?.demo === demo;
};

/** Puts the shop that is open away, and opens the other: the demo, or one's own. */
export default function OtherShop({ open, says, main = false }: Props) {
  const [waits, setWaits] = useState(false);
  const [wrong, setWrong] = useState('');
  const change = async () => {
    setWaits(true);
    setWrong('');
    const reply = await call('POST', '/api/shops', { open });
    if (!reply.ok) {
      setWaits(false);
      return setWrong(reply.message);
    }
    for (let looks = 0; looks < LOOKS; looks++) {
      await new Promise((resolve) => setTimeout(resolve, LOOK));
      if (await opened(open === 'demo')) {
        await dropPages();
        return location.assign('/');
      }
    }
    setWaits(false);
    setWrong('It has not opened. What the shop’s machine says stands where it was started.');
  };
  return (
    <>
      <button
        type="button"
        className={`act ${main ? 'act-main' : ''}`}
        disabled={waits}
        aria-busy={waits}
        onClick={() => void change()}
      >
        {waits ? 'Opening…' : says}
      </button>
      <Wrong>{wrong}</Wrong>
    </>
  );
}

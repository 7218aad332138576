import { useEffect, useState } from 'react';
import { call } from '@/ui/api.ts';
import { Dialog } from '@/ui/Dialog.tsx';
import { Wrong } from '@/ui/Wrong.tsx';
import { handHere, setHand } from './outbox.ts';

interface Hand {
  id: number;
  name: string;
  pin: boolean;
}

/** A field that comes with a press has the keys. */
const focused = (field: HTMLInputElement | null): void => field?.focus();

/** Who stands at this bench: what is done from here on is done by them. */
export function HandChoice() {
  const [hands, setHands] = useState<Hand[]>([]);
  const [here, setHere] = useState(handHere);
  const [open, setOpen] = useState(false);
  const [asked, setAsked] = useState<Hand | null>(null);
  const [pin, setPin] = useState('');
  const [wrong, setWrong] = useState('');
  useEffect(
    () => void call<Hand[]>('GET', '/api/hand').then((reply) => reply.ok && setHands(reply.value)),
    [],
  );
  if (hands.length === 0) return null;
  const close = () => {
    setOpen(false);
    setAsked(null);
    setPin('');
    setWrong('');
  };
  const take = async (hand: Hand, typed?: string) => {
    const reply = await call<{ name: string }>('POST', '/api/hand', {
      person: hand.id,
      ...(typed !== undefined && { pin: typed }),
    });
    if (!reply.ok) return setWrong(reply.message);
    setHand(reply.value.name);
    setHere(reply.value.name);
    close();
  };
  return (
    <>
      <button type="button" className="act" onClick={() => setOpen(true)} data-hand>
        {here ?? 'Who is here?'}
      </button>
      <Dialog open={open} onClose={close} title="Who stands at this bench?">
        <ul className="grid gap-2">
          {hands.map((hand) => (
            <li key={hand.id}>
              <button
                type="button"
                aria-pressed={hand.name === here}
                className={`act min-h-16 w-full justify-between ${hand.name === here ? 'act-main' : ''}`}
                onClick={() => (hand.pin ? setAsked(hand) : void take(hand))}
              >
                {hand.name}
                {hand.pin && <span className="hint">PIN</span>}
              </button>
            </li>
          ))}
        </ul>
        {asked && (
          <form
            className="mt-4 flex items-end gap-3"
            onSubmit={(submit) => {
              submit.preventDefault();
              void take(asked, pin);
            }}
          >
            <label className="field">
              <span>PIN of {asked.name}</span>
              <input
                className="box"
                type="password"
                inputMode="numeric"
                ref={focused}
                value={pin}
                maxLength={8}
                autoComplete="off"
                onChange={(change) => setPin(change.target.value)}
              />
            </label>
            <button type="submit" className="act act-main">
              That is me
            </button>
          </form>
        )}
        <Wrong className="mt-2">{wrong}</Wrong>
      </Dialog>
    </>
  );
}

import { useRef, useState } from 'react';
import { Dialog } from '@/ui/Dialog.tsx';
import type { CupActs } from './OneCup.tsx';
import { OneCup } from './OneCup.tsx';

interface Props extends CupActs {
  start: string;
  onClose: () => void;
}

/**
 * What goes into a cup, with one gloved hand: its ladder, big steps, what is wanting, and what to
 * put in next.
 */
export function Colouring({ state, start, units, heatOf, scale, onSend, onUndo, onClose }: Props) {
  const cups = [...state.cups.values()].filter((cup) => cup.charges > 0);
  const [key, setKey] = useState(
    cups.some((cup) => cup.key === start) ? start : (cups[0]?.key ?? ''),
  );
  const cup = state.cups.get(key);
  const rows = useRef<HTMLDivElement>(null);
  return (
    <Dialog open onClose={onClose} title="What goes in" wide focus={rows}>
      {cups.length > 1 && (
        <div className="mb-3 flex flex-wrap gap-2" role="group" aria-label="Cup">
          {cups.map((cup) => (
            <button
              key={cup.key}
              type="button"
              className={`act min-h-16 ${cup.key === key ? 'act-main' : ''}`}
              aria-pressed={cup.key === key}
              onClick={() => {
                setKey(cup.key);
                rows.current?.focus();
              }}
            >
              {cup.letter} {cup.name}
            </button>
          ))}
        </div>
      )}
      {cup && cup.charges > 0 ? (
        <OneCup
          key={key}
          {...{ state, cup, units, heatOf, scale, onSend, onUndo, rows }}
          next={(by) =>
            setKey(
              cups[(cups.findIndex((cup) => cup.key === key) + by + cups.length) % cups.length]!
                .key,
            )
          }
        />
      ) : (
        <div ref={rows} tabIndex={-1}>
          <p>Nothing is in any cup yet. Measure the plastisol first.</p>
        </div>
      )}
    </Dialog>
  );
}

import { useState } from 'react';
import type { Colour } from '@/core/colour/index.ts';
import { colourOfHex, hexOf, readColour } from '@/core/colour/index.ts';
import { Photo } from './Photo.tsx';

interface Props {
  target: Colour;
  onColour: (colour: Colour) => void;
  mixes: { id: number; spec: { name: string } }[];
  colourOfMix: (id: number) => Colour | null;
}

/** A colour written as a hex or as L a b; what cannot be read leaves the one before. */
function Written({ onColour, typed, setTyped }: WrittenProps) {
  const unread = typed !== '' && !readColour(typed);
  return (
    <label className="field">
      <span>Or write it: #6b7f2a, or L a b</span>
      <input
        className="box"
        value={typed}
        onChange={(change) => {
          setTyped(change.target.value);
          const colour = readColour(change.target.value);
          if (colour) onColour(colour);
        }}
        aria-invalid={unread || undefined}
      />
      {unread && (
        <span className="wrong">
          Six figures of a hex, or three numbers: L from 0 to 100, a and b from −128 to 128. The
          colour before is kept.
        </span>
      )}
    </label>
  );
}
interface WrittenProps extends Pick<Props, 'onColour'> {
  typed: string;
  setTyped: (typed: string) => void;
}

/** The colour that is wanted: picked, written, taken from a mix or from a photograph. */
export function ColourWanted({ target, onColour, mixes, colourOfMix }: Props) {
  const [typed, setTyped] = useState('');
  const take = (colour: Colour | null) => {
    if (!colour) return;
    onColour(colour);
    setTyped('');
  };
  const hex = hexOf(target);
  return (
    <>
      <div>
        <div
          className="h-24 border border-ink"
          style={{ background: hex }}
          role="img"
          aria-label={`The colour wanted, ${hex}`}
          data-target={hex}
        />
        <p className="hint">
          L {target.l.toFixed(0)}, a {target.a.toFixed(0)}, b {target.b.toFixed(0)}
        </p>
      </div>
      <label className="field">
        <span>Pick it</span>
        <input
          type="color"
          className="box p-1"
          value={hex}
          onChange={(change) => take(colourOfHex(change.target.value))}
        />
      </label>
      <Written {...{ onColour, typed, setTyped }} />
      <label className="field">
        <span>Or the colour of a mix</span>
        <select
          className="box"
          value=""
          onChange={(change) => take(colourOfMix(Number(change.target.value)))}
        >
          <option value="">choose</option>
          {mixes.map((mix) => (
            <option key={mix.id} value={mix.id}>
              {mix.spec.name}
            </option>
          ))}
        </select>
      </label>
      <Photo onColour={take} />
    </>
  );
}

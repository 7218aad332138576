import type { BottleIs, Material } from '@/core/material/index.ts';
import { BOTTLES } from '@/core/material/index.ts';

interface Props {
  of: Material;
  is: BottleIs;
  /** it has stood since it was last used */
  shake: boolean;
  onNote: (is: BottleIs) => void;
}

/** The bottle that is about to be used: shaken first, and remembered where it is damp or dirty. */
export function BottleSays({ of, is, shake, onNote }: Props) {
  const { harm } = BOTTLES[is];
  return (
    <div className="mt-3" data-bottle={is}>
      {harm && (
        <p className="font-semibold text-watch">
          ◇ The bottle of {of.name} is {harm}.
        </p>
      )}
      {shake && <p className="hint">Shake the bottle first: its colour has settled.</p>}
      <p
        className="mt-1 flex flex-wrap items-center gap-2"
        role="group"
        aria-label={`The bottle of ${of.name}`}
      >
        <span className="hint">Its bottle is</span>
        {(Object.keys(BOTTLES) as BottleIs[]).map((key) => (
          <button
            key={key}
            type="button"
            className="act min-h-11"
            aria-pressed={key === is}
            onClick={() => key !== is && onNote(key)}
          >
            {BOTTLES[key].name}
          </button>
        ))}
      </p>
    </div>
  );
}

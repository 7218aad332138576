import type { ReactNode } from 'react';
import type { Grade } from '@/core/material/grade.ts';
import { GRADES } from '@/core/material/grade.ts';
import { Choice } from '@/ui/Choice.tsx';

const TOLD = {
  unknown: { name: 'nobody knows' },
  no: { name: 'no' },
  yes: { name: 'yes' },
};
type Told = keyof typeof TOLD;

/** What is said of a tub by whoever looks at it. */
export interface Said {
  name: string;
  grade: Grade;
  /** #rrggbb; null = nobody has said */
  colour: string | null;
  salted: Told;
  flaked: Told;
  note: string;
}

interface Props {
  said: Said;
  set: (part: Partial<Said>) => void;
  /** colour it is drawn in while nobody has said one, #rrggbb */
  drawn: string;
  /** what its name is asked by */
  called: string;
  /** what is asked after its name */
  children?: ReactNode;
}
/** Name, grade, colour, salt and flake of what is in a tub, and where it comes from. */
export const TubFields = ({ said, set, drawn, called, children }: Props) => (
  <>
    <label className="field">
      <span>{called}</span>
      <input
        className="box"
        maxLength={60}
        value={said.name}
        onChange={({ target }) => set({ name: target.value })}
      />
    </label>
    {children}
    <Choice
      label="Grade"
      value={said.grade}
      of={GRADES}
      onChange={(grade: Grade) => set({ grade })}
    />
    <label className="field">
      <span>It looks</span>
      <input
        type="color"
        className="box p-1"
        value={said.colour ?? drawn}
        onChange={({ target }) => set({ colour: target.value })}
      />
    </label>
    <Choice
      label="Salt in it"
      value={said.salted}
      of={TOLD}
      onChange={(salted) => set({ salted })}
    />
    <Choice
      label="Flake in it"
      value={said.flaked}
      of={TOLD}
      onChange={(flaked) => set({ flaked })}
    />
    <label className="field">
      <span>Where it comes from</span>
      <input
        className="box"
        maxLength={200}
        value={said.note}
        onChange={({ target }) => set({ note: target.value })}
      />
    </label>
  </>
);

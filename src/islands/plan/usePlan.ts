import { useMemo, useState } from 'react';
import type {
  CupChoice,
  CupId,
  DraftDefaults,
  Job,
  PartNow,
  PlanInput,
  Shelf,
} from '@/core/plan/index.ts';
import {
  asBookNow,
  drawFrom,
  forShelf,
  noPlan,
  planSession,
  sessionName,
  toggleLine,
  withCup,
  withJob,
  withoutJob,
} from '@/core/plan/index.ts';
import type { WantedPart } from '@/core/plan/index.ts';
import type { ShopUnits } from '@/core/quantity/index.ts';
import { call } from '@/ui/api.ts';
import { useSave } from '@/ui/useSave.tsx';

export interface PlanStart {
  id?: number;
  version?: string;
  name: string;
  day: string;
  input: PlanInput | null;
  ticks: string[];
  /** what of the book a new plan begins with */
  wanted: WantedPart[];
  shelf: Shelf;
  units: ShopUnits;
  defaults: DraftDefaults;
}

/** A plan under way: what is chosen, worked out at once; kept, ticked off, and begun. */
export function usePlan({ shelf, units, defaults, day, ...start }: PlanStart) {
  const [id, setId] = useState(start.id);
  /** as somebody named it; empty = by what is shot */
  const [named, setName] = useState(start.name);
  const [input, setInput] = useState(
    () =>
      start.input ??
      start.wanted.reduce(
        (plan, part) => toggleLine(plan, part, shelf, defaults),
        noPlan(defaults),
      ),
  );
  const [wrong, setWrong] = useState('');
  const [saved, setSaved] = useState(start.id !== undefined);
  const { save, asking } = useSave(start.version);
  const [version, setVersion] = useState(start.version);
  const name = named || sessionName(input);
  const plan = useMemo(() => planSession(input, units), [input, units]);
  const [ticks, setTicks] = useState(start.ticks);
  const change = (next: PlanInput) => {
    setInput(next);
    setSaved(false);
  };
  const keep = async (): Promise<number | null> => {
    const reply = await save<{ id: number; version: string }>(
      id ? 'PUT' : 'POST',
      id ? `/api/plans/${id}` : '/api/plans',
      { name, day, input },
    );
    setWrong(reply.ok ? '' : reply.message);
    if (!reply.ok) return null;
    // What was ticked before the plan was first kept is kept with it.
    if (!id && ticks.length > 0) await call('PUT', `/api/plans/${reply.value.id}/ticks`, { ticks });
    setId(reply.value.id);
    setVersion(reply.value.version);
    setSaved(true);
    history.replaceState(null, '', `/plan/${reply.value.id}`);
    return reply.value.id;
  };
  return {
    id,
    version,
    input,
    name,
    ticks,
    plan,
    saved,
    wrong,
    asking,
    keep,
    rename: (next: string) => {
      setName(next);
      setSaved(false);
    },
    setJob: (job: Job) => change(withJob(input, job, shelf)),
    setCup: (cup: CupChoice) => change(withCup(input, cup)),
    drawFrom: (job: Job, layer: string, cup: CupId | 'another') =>
      change(drawFrom(input, { job, layer, cup }, shelf)),
    toggle: (part: WantedPart) => change(toggleLine(input, part, shelf, defaults)),
    shootForShelf: (bait: number, colourway: number) =>
      change(forShelf(input, { bait, colourway }, shelf, defaults)),
    follow: (parts: readonly PartNow[]) => change(asBookNow(input, parts, shelf)),
    takeOut: (job: Job) => change(withoutJob(input, job, shelf)),
    tick: (next: string[]) => {
      setTicks(next);
      if (id) void call('PUT', `/api/plans/${id}/ticks`, { ticks: next });
    },
    tell: setWrong,
    /** the kept plan's number; null where it could not be kept */
    kept: async () => (saved && id ? id : await keep()),
  };
}

import { useEffect, useState } from 'react';
import type { Plastic } from '@/core/plastic/index.ts';
import { call } from './api.ts';

/** A tub, or a cup left standing, as hands choose it. */
export interface Tub {
  id: number;
  name: string;
  kind: 'tub' | 'cup';
  mix: { colour: string };
  plastic: Plastic;
  /** what it becomes, in sentences */
  says: string[];
}

/** Tubs that hold something; null until the shop has answered. */
export function useTubs(): { tubs: Tub[] | null; wrong: string } {
  const [tubs, setTubs] = useState<Tub[] | null>(null);
  const [wrong, setWrong] = useState('');
  useEffect(
    () =>
      void call<Tub[]>('GET', '/api/tubs').then((reply) =>
        reply.ok
          ? setTubs(reply.value.filter(({ plastic }) => plastic.grams >= 1))
          : setWrong(reply.message),
      ),
    [],
  );
  return { tubs, wrong };
}

import { useEffect, useState } from 'react';
import type { Fault } from '@/core/session/index.ts';
import { FAULTS } from '@/core/session/index.ts';
import { call } from '@/ui/api.ts';
import { isoDay, sayDay } from '@/ui/days.ts';
import { PictureField } from '@/ui/PictureField.tsx';
import { sendPicture } from '@/ui/sendPicture.ts';
import { Wrong } from '@/ui/Wrong.tsx';

interface Picture {
  id: number;
  mould: number | null;
  cavity: number | null;
  at: string;
  /** name of its mould */
  of: string | null;
}
interface Props {
  fault: Fault;
  mould: number;
  cavity: number;
}
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What a fault looked like before, beside the next of its kind; and a photograph of this one. */
export function KindBefore({ fault, mould, cavity }: Props) {
  const [picture, setPicture] = useState<Picture | null>(null);
  const [wrong, setWrong] = useState('');
  const path = `/api/faults/${fault}/pictures?mould=${mould}&cavity=${cavity}`;
  const [kept, setKept] = useState(0);
  useEffect(() => {
    let stale = false;
    // Without the shop's machine nothing stands here: marking goes on.
    void call<{ picture: Picture | null }>('GET', path).then((reply) => {
      if (!stale) setPicture(reply.ok ? reply.value.picture : null);
    });
    return () => void (stale = true);
  }, [path, kept]);
  const send = async (file: File | undefined) => {
    if (!file) return;
    const sent = await sendPicture(path, file);
    setWrong(typeof sent === 'number' ? '' : sent);
    if (typeof sent === 'number') setKept(sent);
  };
  const name = capital(FAULTS[fault].name);
  const where =
    picture &&
    [
      picture.mould === mould ? [] : (picture.of ?? []),
      picture.cavity === null ? [] : `cavity ${picture.cavity}`,
      sayDay(isoDay(new Date(picture.at))),
    ]
      .flat()
      .join(', ');
  return (
    <div className="flex flex-wrap items-end gap-3">
      {picture && (
        <figure className="m-0" data-before={fault}>
          <img
            className="h-24 border border-ink"
            src={`/api/faults/pictures/${picture.id}`}
            alt={`${name} before: ${where}`}
          />
          <figcaption className="hint">{where}</figcaption>
        </figure>
      )}
      <details className="min-w-0">
        <summary className="act w-fit cursor-pointer">Photograph it</summary>
        <PictureField label={`${name}, cavity ${cavity}`} send={send} />
        <Wrong>{wrong}</Wrong>
      </details>
    </div>
  );
}

import { useState } from 'react';
import { Select } from '@/ui/Select.tsx';
import { sendPicture } from '@/ui/sendPicture.ts';
import { PictureField } from '@/ui/PictureField.tsx';
import { Wrong } from '@/ui/Wrong.tsx';

interface Props {
  fault: string;
  name: string;
  moulds: { id: number; name: string; cavities: number }[];
}
/** A photograph of a fault, kept with the mould and the cavity it was seen in. */
export default function FaultPhoto({ fault, name, moulds }: Props) {
  const [mould, setMould] = useState('');
  const [cavity, setCavity] = useState('');
  const [wrong, setWrong] = useState('');
  const held = moulds.find(({ id }) => String(id) === mould);
  const send = async (file: File | undefined) => {
    if (!file) return;
    const of = new URLSearchParams(
      Object.entries({ mould, cavity }).filter(([, value]) => value !== ''),
    );
    const sent = await sendPicture(`/api/faults/${fault}/pictures?${of.toString()}`, file);
    if (typeof sent === 'number') location.reload();
    else setWrong(sent);
  };
  const none = { value: '', name: 'not said' };
  const numbers = Array.from({ length: held?.cavities ?? 0 }, (_, nth) => String(nth + 1));
  return (
    <details className="no-print mt-1">
      <summary className="act w-fit cursor-pointer">Keep a photograph</summary>
      <div className="grid gap-3 sm:grid-cols-3">
        <Select
          label="Mould"
          value={mould}
          options={[
            none,
            ...moulds.map(({ id, name: called }) => ({ value: String(id), name: called })),
          ]}
          onChange={(id) => {
            setMould(id);
            setCavity('');
          }}
        />
        <Select
          label="Cavity"
          value={cavity}
          options={[none, ...numbers.map((value) => ({ value, name: value }))]}
          onChange={setCavity}
        />
        <PictureField label={`Photograph of ${name}`} send={send} />
      </div>
      <Wrong>{wrong}</Wrong>
    </details>
  );
}

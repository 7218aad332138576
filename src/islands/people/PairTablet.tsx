import { useState } from 'react';
import { call } from '@/ui/api.ts';
import { Door, MOST, Typed } from './fields.tsx';

/** Digits of a code; what stands between them does not count. */
const DIGITS = 8;

/** Makes this device a bench tablet. */
export default function PairTablet() {
  const [code, setCode] = useState('');
  const [name, setName] = useState('');
  const [wrong, setWrong] = useState('');
  const go = async () => {
    const reply = await call('POST', '/api/pair', { code, name });
    if (reply.ok) return location.assign('/bench');
    setWrong(reply.message);
  };
  const ready = code.replace(/\D/g, '').length >= DIGITS && name.trim() !== '';
  return (
    <Door act="Pair" {...{ ready, wrong, go }}>
      <Typed
        label="Code, eight digits"
        className="font-mono text-2xl"
        inputMode="numeric"
        autoComplete="one-time-code"
        maxLength={12}
        value={code}
        onChange={setCode}
      />
      <Typed
        label="What this tablet is called"
        value={name}
        maxLength={MOST.name}
        placeholder="bench by the window"
        onChange={setName}
      />
    </Door>
  );
}

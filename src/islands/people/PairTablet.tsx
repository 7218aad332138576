import { useState } from 'react';
import { call } from '@/ui/api.ts';

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
  return (
    <form
      className="grid gap-4"
      onSubmit={(submit) => {
        submit.preventDefault();
        void go();
      }}
    >
      <label className="field">
        <span>Code, eight digits</span>
        <input
          className="box font-mono text-2xl"
          inputMode="numeric"
          autoComplete="one-time-code"
          maxLength={12}
          value={code}
          onChange={(change) => setCode(change.target.value)}
        />
      </label>
      <label className="field">
        <span>What this tablet is called</span>
        <input
          className="box"
          value={name}
          maxLength={60}
          placeholder="bench by the window"
          onChange={(change) => setName(change.target.value)}
        />
      </label>
      {wrong && (
        <p className="wrong" role="alert">
          {wrong}
        </p>
      )}
      <button
        type="submit"
        className="act act-main justify-center"
        disabled={code.replace(/\D/g, '').length < 8 || !name.trim()}
      >
        Pair
      </button>
    </form>
  );
}

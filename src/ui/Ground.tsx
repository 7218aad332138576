import { useEffect, useState } from 'react';

/** Paper by day, slate for the night bench. Remembered on the device. */
export function Ground() {
  const [slate, setSlate] = useState(false);
  useEffect(() => setSlate(document.documentElement.dataset.ground === 'slate'), []);
  const turn = () => {
    const next = slate ? 'paper' : 'slate';
    document.documentElement.dataset.ground = next;
    document.cookie = `ground=${next}; path=/; max-age=31536000; samesite=lax`;
    setSlate(!slate);
  };
  return (
    <button type="button" className="act" aria-pressed={slate} onClick={turn}>
      {slate ? 'Day ground' : 'Night ground'}
    </button>
  );
}

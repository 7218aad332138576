import { SIGNALS, type SignalKey } from '@/core/session/moments.ts';

/** What of the signals a device gives; each is as here until somebody switches it there. */
export const WAYS = {
  sound: { name: 'Sound' },
  buzz: { name: 'Vibration' },
  flash: { name: 'Flash' },
  awake: { name: 'Keep the screen on' },
  large: { name: 'Large letters, read from two metres' },
} as const;
export type Way = keyof typeof WAYS;
export type Ways = Record<Way, boolean>;

const KEPT = 'twin-shot-signals';
const ALL: Ways = { sound: true, buzz: true, flash: true, awake: true, large: false };

/** What this device gives. */
export function waysHere(): Ways {
  try {
    return { ...ALL, ...(JSON.parse(localStorage.getItem(KEPT) ?? '{}') as Partial<Ways>) };
  } catch {
    return ALL;
  }
}
export const keepWays = (ways: Ways): void => localStorage.setItem(KEPT, JSON.stringify(ways));

/** How loud, of what a device can (judgement: over a fan, at arm's length). */
const LOUD = 0.5;
/** s between two tones of a pattern. */
const GAP = 0.09;
let audio: AudioContext | null = null;

/** A pattern of tones; a browser that was not touched yet stays silent. */
function sound(kind: SignalKey): void {
  audio ??= new AudioContext();
  void audio.resume();
  const { tones, ms } = SIGNALS[kind];
  const gain = audio.createGain();
  gain.gain.value = LOUD;
  gain.connect(audio.destination);
  tones.forEach((hertz, nth) => {
    const tone = audio!.createOscillator();
    tone.type = 'square';
    tone.frequency.value = hertz;
    tone.connect(gain);
    const from = audio!.currentTime + nth * (ms / 1000 + GAP);
    tone.start(from);
    tone.stop(from + ms / 1000);
  });
}

/** Says a sentence by the browser's own voice, in place of what it is saying; false where it has none. */
export function speak(sentence: string): boolean {
  if (typeof speechSynthesis === 'undefined') return false;
  speechSynthesis.cancel();
  const said = new SpeechSynthesisUtterance(sentence);
  said.lang = 'en-GB';
  speechSynthesis.speak(said);
  return true;
}

/** Makes a moment heard and felt, as the device has it. */
export function signal(kind: SignalKey, ways: Ways): void {
  if (ways.sound && typeof AudioContext !== 'undefined') sound(kind);
  if (ways.buzz && 'vibrate' in navigator) navigator.vibrate([...SIGNALS[kind].buzz]);
}

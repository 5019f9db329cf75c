import { useSyncExternalStore } from 'react';
import { read, write } from '../api/keep';
import { counted, working } from './pause';

// What is counted without being looked at: said aloud where that is wanted on this device, and felt where it can tremble.

const name = 'say counts';
const listeners = new Set<() => void>();
const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

const canSpeak = () => 'speechSynthesis' in window;

/** Whether counts are said aloud on this device; off until somebody wants it. */
export const useSaid = () => useSyncExternalStore(subscribe, () => canSpeak() && read<boolean>(name) === true);

export function wantSaid(on: boolean) {
  write(name, on);
  listeners.forEach((l) => l());
}

const numbers = 'no one two three four five six seven eight nine ten eleven twelve'.split(' ');

/** "five of nine". */
export const countWords = (count: number, of: number) => `${numbers[count] ?? count} of ${numbers[of] ?? of}`;

/** Tells that one more was counted: felt where it can tremble, said where that is wanted. */
export const tellCount = (count: number, of: number, what = '') =>
  tell(`${what}${what && ' '}${countWords(count, of)}`, count >= of);

/** Says and lets feel what is to be known without looking. */
export function tell(said: string, done = false) {
  const pause = counted();
  navigator.vibrate?.(pause ? forPause : done ? [60, 60, 60] : 40);
  say(pause ? `${said}. Pause` : said);
}

const forPause = [200, 100, 200];

/** While one works by the clock and nothing is counted, a pause that falls due is felt and said by itself. */
export function goOnWorking() {
  if (!working()) return;
  navigator.vibrate?.(forPause);
  say('Pause');
}

function say(said: string) {
  if (!canSpeak() || read<boolean>(name) !== true) return;
  const words = new SpeechSynthesisUtterance(said);
  words.lang = 'en-GB';
  speechSynthesis.cancel();
  speechSynthesis.speak(words);
}

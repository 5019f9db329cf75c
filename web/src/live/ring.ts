import { useSyncExternalStore } from 'react';
import { read, write } from '../api/keep';

const Wanted = 'alarm sound';
let wanted = read<boolean>(Wanted) ?? false;
let audio: AudioContext | null = null;
const listeners = new Set<() => void>();

/** Browsers let a page sound once somebody has touched it; what was due long before that touch stays silent. */
const TooLate = 5000;

async function sounding(): Promise<AudioContext | null> {
  try {
    audio ??= new AudioContext();
    const asked = performance.now();
    await audio.resume();
    return performance.now() - asked < TooLate ? audio : null;
  } catch {
    // Without sound the words are there all the same.
    return null;
  }
}

async function tones(times: readonly number[], hertz: number) {
  const to = await sounding();
  for (const at of to ? times : []) {
    const tone = to!.createOscillator();
    const loud = to!.createGain();
    const from = to!.currentTime + at;
    tone.frequency.value = hertz;
    loud.gain.setValueAtTime(0.25, from);
    loud.gain.exponentialRampToValueAtTime(0.001, from + 0.28);
    tone.connect(loud).connect(to!.destination);
    tone.start(from);
    tone.stop(from + 0.3);
  }
}

/** Three short tones, no file needed, and a phone in a pocket trembles. */
export async function ring() {
  if (!wanted) return;
  if ('vibrate' in navigator) navigator.vibrate([250, 120, 250, 120, 250]);
  await tones([0, 0.35, 0.7], 740);
}

/** One lower tone: something may be done, nothing must. */
export async function chime() {
  if (wanted) await tones([0], 520);
}

/** One short tone of a beat that somebody switched on, and a short tremble; the first of a bar is higher. */
export async function beat(first: boolean) {
  if ('vibrate' in navigator) navigator.vibrate(first ? 60 : 25);
  await tones([0], first ? 660 : 440);
}

export function notify(text: string, tag: string) {
  if (!wanted || !('Notification' in window) || Notification.permission !== 'granted') return;
  try {
    new Notification('Earthy Tuft', { body: text, tag });
  } catch {
    // Some phones take notices from installed applications only.
  }
}

/** Whether this device rings and notifies; asked for by a tap, which is also what lets it sound. */
export function wantSound(on: boolean) {
  wanted = on;
  write(Wanted, on);
  listeners.forEach((l) => l());
  if (!on) return;
  void ring();
  if ('Notification' in window && Notification.permission === 'default') void Notification.requestPermission();
}

document.addEventListener('pointerdown', () => {
  if (wanted) void sounding();
});

const subscribe = (listener: () => void) => {
  listeners.add(listener);
  return () => listeners.delete(listener);
};

export const useSound = () => useSyncExternalStore(subscribe, () => wanted);

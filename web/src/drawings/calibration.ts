import { useSyncExternalStore } from 'react';

/** CSS says 96 px are an inch; real screens differ. The factor is this device's, so it is kept on the device. */
const name = 'screen-millimetre';
const listeners = new Set<() => void>();

const read = () => {
  const value = Number(localStorage.getItem(name));
  return Number.isFinite(value) && value >= 0.4 && value <= 3 ? value : 1;
};

export function setCalibration(factor: number) {
  localStorage.setItem(name, String(factor));
  listeners.forEach((tell) => tell());
}

const subscribe = (tell: () => void) => {
  listeners.add(tell);
  return () => listeners.delete(tell);
};

/** Pixels to a millimetre on this screen. */
export const usePixelsPerMillimetre = () => (96 / 25.4) * useSyncExternalStore(subscribe, read);

/** The largest tidy scale at which a length fits: true size, or one part in two, three, four, six. */
export function fittingScale(pixelsPerMillimetre: number, millimetres: number, room: number) {
  const part = [1, 2, 3, 4, 6].find((n) => (millimetres * pixelsPerMillimetre) / n <= room) ?? 6;
  return { pxPerMm: pixelsPerMillimetre / part, words: part === 1 ? 'true size' : `1 : ${part}` };
}

import { number } from '../ui/figures';

/**
 * Ratios as they are typed: "7, 11 small, 15", or as they stand on a wheel: "6.5 12 17.5". A mark on a dial whose
 * turns nobody knows is kept by its name: "mark 3", and on what has marks alone any other word.
 */
export const ratios = (text: string, marks = false) =>
  text
    .split(/[;\n]|,(?=\s)/)
    .map((part) => part.replace(/:1\b/g, '').trim().split(/\s+/))
    // Where nothing but figures stands side by side, each is a ratio of its own.
    .flatMap((part) => (part.every((word) => Number.isFinite(number(word))) ? part.map((word) => [word]) : [part]))
    .filter(([figure]) => figure !== '')
    .map(([figure = '', ...name]) =>
      Number.isFinite(number(figure))
        ? { ratio: number(figure), name: name.join(' ') || null }
        : { ratio: null, name: marks || /^mark$/i.test(figure) ? [figure, ...name].join(' ') : null },
    );

import { createElement, use, type ComponentType, type ReactNode } from 'react';

/** A script that could not be fetched is not asked for again by itself for so many milliseconds. */
const errorRests = 5_000;

/** A component with a script of its own: drawn at once where that is here, and where not, waited for in a `Suspense`. */
export interface Fetched<P> {
  (props: P): ReactNode;
  /** Fetches its script before it is drawn. */
  fetch: () => Promise<ComponentType<P>>;
}

export function fetched<P extends object>(load: () => Promise<ComponentType<P>>): Fetched<P> {
  let here: ComponentType<P> | undefined;
  let asked: Promise<ComponentType<P>> | undefined;
  const fetch = () => {
    if (asked) return asked;
    asked = load();
    asked.then(
      (component) => {
        here = component;
      },
      () => setTimeout(() => (asked = undefined), errorRests),
    );
    return asked;
  };
  return Object.assign((props: P) => createElement(here ?? use(fetch()), props), { fetch });
}

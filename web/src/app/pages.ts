import type { ComponentType } from 'react';
import { matchPath } from 'react-router';
import type { Schema } from '../api/client';
import { firstAnswers } from '../api/queries';
import { idle } from '../live/idle';
import { benches } from './benches';
import { fetched, type Fetched } from './fetched';

/** Every page but the first view, by its path. */
const scripts: Record<string, () => Promise<ComponentType>> = {
  'take-in': async () => (await import('../takingin/TakeIn')).TakeIn,
  'station/wash/plan': async () => (await import('../scouring/WashPlan')).WashPlan,
  instruments: async () => (await import('../instruments/InstrumentsPage')).InstrumentsPage,
  'station/:step': async () => (await import('./Station')).Station,
  'lots/:code': async () => (await import('./Lot')).Lot,
  'lots/:code/locks': async () => (await import('../assessing/LockBench')).LockBench,
  'lots/:code/look-over': async () => (await import('../assessing/LookOver')).LookOver,
  'lots/:code/routes': async () => (await import('../routing/RoutesPage')).RoutesPage,
  'lots/:code/compare': async () => (await import('../comparing/ComparePage')).ComparePage,
  'lots/:code/where': async () => (await import('../lots/WherePage')).WherePage,
  'lots/:code/sample': async () => (await import('../sampling/KeepSample')).KeepSample,
  aim: async () => (await import('../spinning/AimPage')).AimPage,
  faults: async () => (await import('../spinning/FaultsPage')).FaultsPage,
  samples: async () => (await import('../sampling/SampleWall')).SampleWall,
  'samples/:code': async () => (await import('../sampling/SampleCard')).SampleCard,
  animals: async () => (await import('../animals/AnimalsPage')).AnimalsPage,
  'animals/:id': async () => (await import('../animals/AnimalPage')).AnimalPage,
  breeds: async () => (await import('../breeds/Breeds')).Breeds,
  reckoner: async () => (await import('../reckoner/Reckoner')).Reckoner,
  begin: async () => (await import('../workshop/Begin')).Begin,
  workshop: async () => (await import('./WorkshopPage')).WorkshopPage,
  'workshop/weigh-log': async () => (await import('../weighlog/WeighLog')).WeighLog,
};

const all = <T, U>(of: Record<string, T>, make: (one: T) => U) =>
  Object.fromEntries(Object.entries(of).map(([name, one]) => [name, make(one)])) as Record<string, U>;

/** Each is fetched when it is opened, or before that by `fetchAhead`. */
export const pages: Record<string, Fetched<object>> = all(scripts, fetched);

/** Where one signs in: whoever is in needs nothing of it. */
export const Door = fetched(async () => (await import('../session/Door')).Door);

/** A house that is slow or out of reach holds up the first picture for so many milliseconds at most. */
const patience = 1500;

/**
 * Fetches what the page at this address is drawn with, scripts and answers, so that it can be drawn in one go. Whether it is all there: if not,
 * it goes on being fetched, and the page waits for it where it needs it.
 */
export async function fetchFirst(address: string): Promise<boolean> {
  const [page, at] = Object.keys(pages)
    .map((path) => [path, matchPath(`/${path}`, address)] as const)
    .find(([, fits]) => fits) ?? ['', null];
  const bench = page === 'station/:step' ? benches[at?.params.step as Schema['StepKind']] : undefined;
  const here = Promise.all([firstAnswers(page, at?.params ?? {}), pages[page]?.fetch(), bench?.fetch()]);
  // What could not be fetched is said by the page itself.
  return Promise.race([
    here.then(
      () => true,
      () => false,
    ),
    new Promise<boolean>((go) => setTimeout(() => go(false), patience)),
  ]);
}

/** A page that nobody sees is not painted: it is waited for so many milliseconds at most. */
const unseen = 1000;

/** The first picture is seen. */
export const painted = () =>
  new Promise<void>((go) => {
    setTimeout(go, unseen);
    if (!PerformanceObserver.supportedEntryTypes.includes('paint')) return;
    new PerformanceObserver((list) => {
      if (list.getEntriesByName('first-contentful-paint').length > 0) go();
    }).observe({ type: 'paint', buffered: true });
  });

/**
 * Once the first view stands, the scripts of all pages: a page must open at the tub too, where the house may be out of reach. They are fetched
 * and not run; the build writes which they are (vite.config.ts).
 */
export async function fetchAhead() {
  const answer = await fetch('/ahead.json').catch(() => null);
  const ahead = answer?.ok ? ((await answer.json()) as Record<string, string[]>) : {};
  for (const script of new Set(Object.values(ahead).flat())) {
    // One at a time, when nothing else is to be done: a finger on its way to a button is answered first.
    await idle(1000);
    document.head.append(Object.assign(document.createElement('link'), { rel: 'modulepreload', href: `/${script}` }));
  }
}

import type { ComponentType } from 'react';

/** Every page but the first view, by its path. Each is fetched when it is opened, or before that by `fetchAhead`. */
export const pages: Record<string, () => Promise<ComponentType>> = {
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

/** Where one signs in: whoever is in needs nothing of it. */
export const door = async () => (await import('../session/Door')).Door;

/**
 * Once the first view stands, the scripts of all pages: a page must open at the tub too, where the house may be out of reach. They are fetched
 * and not run; the build writes which they are (vite.config.ts).
 */
export async function fetchAhead() {
  const answer = await fetch('/ahead.json').catch(() => null);
  const scripts = answer?.ok ? ((await answer.json()) as Record<string, string[]>) : {};
  for (const script of new Set(Object.values(scripts).flat())) {
    // One at a time, when nothing else is to be done: a finger on its way to a button is answered first.
    await idle();
    document.head.append(Object.assign(document.createElement('link'), { rel: 'modulepreload', href: `/${script}` }));
  }
}

const idle = () =>
  new Promise<void>((go) => {
    if ('requestIdleCallback' in window) requestIdleCallback(() => go(), { timeout: 1000 });
    else setTimeout(go, 50);
  });

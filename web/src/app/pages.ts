import type { ComponentType } from 'react';
import { matchPath } from 'react-router';
import { queryClient, type Schema } from '../api/client';
import { idle } from '../live/idle';
import type { PageData } from '../runs/bench';
import { asks, type At, type PagePath } from './asks';
import { benches } from './benches';

/** The script of every page, by its path. */
export const scripts: Record<PagePath, () => Promise<ComponentType>> = {
  '': async () => (await import('../today/Today')).Today,
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
  'uses/:use': async () => (await import('../comparing/UsePage')).UsePage,
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

export const pagePaths = Object.keys(scripts) as PagePath[];

const benchAt = async (path: PagePath, at: At): Promise<PageData['bench']> =>
  path === 'station/:step' ? ((await benches[at.step as Schema['StepKind']]?.()) ?? null) : null;

/** Asks for what a page is drawn with, unless it is known. What cannot be asked for just now is said by the page itself. */
export async function loadPage(path: PagePath, at: At): Promise<PageData> {
  const [bench] = await Promise.all([
    benchAt(path, at),
    ...asks[path](at).map((asked) => queryClient.ensureQueryData(asked).catch(() => undefined)),
  ]);
  return { bench };
}

/** Fetches what the page at this address is drawn with, script and answers, before it is opened. */
export function prefetchPage(address: string) {
  for (const path of pagePaths) {
    const fits = matchPath(`/${path}`, address);
    if (!fits) continue;
    const at = fits.params as At;
    // Nobody waits for it: what does not come is asked for again when the page is opened.
    const quietly = () => undefined;
    void scripts[path]().catch(quietly);
    void benchAt(path, at).catch(quietly);
    for (const asked of asks[path](at)) void queryClient.prefetchQuery(asked);
    return;
  }
}

/** The scripts of all pages and of what opens on them, fetched and not run while nothing else is to be done: a page must open at the tub too, where the network may be gone. */
export async function fetchAllScripts() {
  const answer = await fetch('/preload.json').catch(() => null);
  const pages = answer?.ok ? ((await answer.json()) as Record<string, { scripts: string[] }>) : {};
  for (const script of new Set(Object.values(pages).flatMap((page) => page.scripts))) {
    // One at a time: a finger on its way to a button is answered first.
    await idle(1000);
    document.head.append(Object.assign(document.createElement('link'), { rel: 'modulepreload', href: `/${script}` }));
  }
}

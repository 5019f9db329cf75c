import { readFileSync } from 'node:fs';
import react from '@vitejs/plugin-react';
import type { Plugin, Rolldown } from 'vite';
import { defineConfig } from 'vitest/config';
import { letters, lettersAhead } from './letters.ts';
import { addressOf, asks, benchAsks, everywhere, type Asked, type At } from './src/app/asks.ts';

/** `'lots/:code': async () => (await import('./Lot')).Lot,` as pages.ts and benches.ts have it. */
const imported = /^ {2}'?([\w/:-]*)'?: async \(\) => \(await import\('\.\.?\/(.+?)'\)\)/gm;

/**
 * Writes preload.json: of each page, by its path, the scripts it needs beside those of every page, and the addresses its loader asks (asks.ts).
 * The server names them in the head of the page (PagePreloads.cs), or the browser would find them only once the scripts before have run.
 */
const preload = (): Plugin => ({
  name: 'preload',
  apply: 'build',
  generateBundle(_, bundle) {
    const chunks = Object.values(bundle).filter((c) => c.type === 'chunk');
    const withWhatItImports = (file: string, all = new Set<string>()) => {
      if (all.has(file)) return all;
      all.add(file);
      for (const next of chunks.find((c) => c.fileName === file)?.imports ?? []) withWhatItImports(next, all);
      return all;
    };
    const first = withWhatItImports(chunks.find((c) => c.isEntry)!.fileName);
    const scriptsOf = (list: string, at: (path: string) => string) =>
      [...readFileSync(`src/app/${list}.ts`, 'utf8').matchAll(imported)].map(([, path, module]) => {
        const chunk = chunks.find((c) => c.facadeModuleId?.endsWith(`/${module}.tsx`));
        if (!chunk) this.error(`${list}.ts imports ${module}, which is no script of its own`);
        return [at(path!), [...withWhatItImports(chunk.fileName)].filter((file) => !first.has(file))] as const;
      });
    const scripts = new Map([
      ...scriptsOf('pages', (path) => path),
      ...scriptsOf('benches', (step) => `station/${step}`),
    ]);
    const asksOf = new Map<string, (at: At) => readonly Asked[]>([
      ...Object.entries(asks),
      ...Object.entries(benchAsks).map(([step, of]) => [`station/${step}`, () => of] as const),
    ]);
    const missing = Object.keys(asks).find((path) => !scripts.has(path));
    if (missing !== undefined) this.error(`${missing} is no page of pages.ts as this reads it`);
    // `:code` stands for itself, and the server puts in what stands there in the address it is asked for.
    const itself = new Proxy({}, { get: (_, name) => `:${String(name)}` });
    const pages = [...scripts].map(([path, of]) => {
      const asked = asksOf.get(path)?.(itself) ?? [];
      return [path, { scripts: of, answers: asked.map(addressOf) }];
    });
    // Dialogs and the like, which no page is drawn with: fetched when there is time, for a tub where the network may be gone.
    const named = new Set([...first, ...[...scripts.values()].flat()]);
    const source = JSON.stringify({
      '*': { scripts: [], answers: everywhere.map(addressOf) },
      '*opened': { scripts: chunks.map((c) => c.fileName).filter((file) => !named.has(file)), answers: [] },
      ...Object.fromEntries(pages),
    });
    this.emitFile({ type: 'asset', fileName: 'preload.json', source });
  },
});

/**
 * Nearly all of the first script runs for the first picture: the browser compiles all of it while it is fetched, beside everything else, instead of
 * function by function while the picture is drawn (docs/figures.md tells what it brings).
 */
const compiledAtOnce = (): Plugin => ({
  name: 'compiled-at-once',
  apply: 'build',
  generateBundle: {
    order: 'post',
    handler(_, bundle) {
      for (const chunk of Object.values(bundle))
        if (chunk.type === 'chunk' && chunk.isEntry) chunk.code = `//# allFunctionsCalledOnLoad\n${chunk.code}`;
    },
  },
});

/** Fields and dialogs, and what cannot do without them; a field that searches is larger still, and stays by itself. */
const isField = (id: string, modules: Rolldown.ChunkingContext) => {
  const reached = new Set<string>();
  const reach = (at: string) => {
    if (reached.has(at)) return;
    reached.add(at);
    modules.getModuleInfo(at)?.importedIds.forEach(reach);
  };
  reach(id);
  const reaches = (part: RegExp) => [...reached].some((at) => part.test(at));
  return reaches(/@mui\/material\/(TextField|Dialog|Popover)\//) && !reaches(/@mui\/material\/Autocomplete\//);
};

/** What several pages share and needs none of that. */
const often = /\/src\/((ui|runs|ledger|tools|drawings|photographs|station|lots)\/|\w+\/(queries|words)\.ts)/;

export default defineConfig({
  plugins: [react(), preload(), letters(), lettersAhead(), compiledAtOnce()],
  build: {
    target: 'es2022',
    modulePreload: { polyfill: false },
    assetsInlineLimit: 0,
    // One small sheet for all pages; a packer that gathers `font` would drop the even widths of figures.
    cssCodeSplit: false,
    cssMinify: false,
    rolldownOptions: {
      output: {
        codeSplitting: {
          groups: [
            // What the first view is drawn with is one file, and what other pages share besides is another: on a phone each further one costs a way
            // to the house and back.
            { name: 'first', tags: ['$initial'], priority: 1 },
            // Fields and dialogs are larger than all the rest that pages share, and some pages first show none.
            {
              name: (id, modules) => (often.test(id) && !isField(id, modules) ? 'shared' : null),
              debugName: 'shared',
              minShareCount: 2,
            },
            { name: (id, modules) => (isField(id, modules) ? 'fields' : null), debugName: 'fields', minShareCount: 2 },
          ],
        },
      },
    },
  },
  // No test waits this long for anything; a busy machine may be many times slower than a free one.
  test: { testTimeout: 60_000 },
  server: { proxy: { '/api': 'http://127.0.0.1:5870' } },
});

import { readFileSync } from 'node:fs';
import react from '@vitejs/plugin-react';
import type { Plugin } from 'vite';
import { defineConfig } from 'vitest/config';
import { letters, lettersAhead } from './letters.ts';

/** `'lots/:code': async () => (await import('./Lot')).Lot,` as pages.ts, benches.ts and parts.ts have it. */
const fetched = /^ {2}'?([\w/:-]+)'?: async \(\) => \(?await import\('\.\.?\/(.+?)'\)/gm;

/**
 * Writes into ahead.json which scripts each page is drawn with. The house tells them to the browser with the page itself (Ahead.cs), which would
 * find them only when those before have run; and a page fetches those of all others later (pages.ts, fetchAhead).
 */
const ahead = (): Plugin => ({
  name: 'ahead',
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
    const scripts: Record<string, string[]> = {};
    for (const [list, under] of [
      ['app/pages', ''],
      ['app/benches', 'station/'],
    ])
      for (const [, path, module] of readFileSync(`src/${list}.ts`, 'utf8').matchAll(fetched)) {
        const chunk = chunks.find((c) => c.facadeModuleId?.endsWith(`/${module}.tsx`));
        if (!chunk) this.error(`${list}.ts fetches ${module}, which is no script of its own`);
        scripts[`${under}${path}`] = [...withWhatItImports(chunk.fileName)].filter((file) => !first.has(file));
      }
    for (const known of ['lots/:code', 'station/wash'])
      if (!scripts[known]) this.error(`${known} is not where this looks for it`);
    this.emitFile({ type: 'asset', fileName: 'ahead.json', source: JSON.stringify(scripts) });
  },
});

/**
 * Nearly all of the first script runs for the first picture: the browser compiles all of it while it is fetched, beside everything else, instead of
 * function by function while the picture is drawn.
 */
const compiledAhead = (): Plugin => ({
  name: 'compiled-ahead',
  apply: 'build',
  generateBundle: {
    order: 'post',
    handler(_, bundle) {
      for (const chunk of Object.values(bundle))
        if (chunk.type === 'chunk' && chunk.isEntry) chunk.code = `//# allFunctionsCalledOnLoad\n${chunk.code}`;
    },
  },
});

export default defineConfig({
  plugins: [react(), ahead(), letters(), lettersAhead(), compiledAhead()],
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
            {
              name: 'shared',
              test: /\/src\/((ui|runs|drawings|photographs|station|lots)\/|\w+\/(queries|words)\.ts)/,
              minShareCount: 2,
            },
          ],
        },
      },
    },
  },
  // No test waits this long for anything; a busy machine may be many times slower than a free one.
  test: { testTimeout: 60_000 },
  server: { proxy: { '/api': 'http://127.0.0.1:5870' } },
});

import { readFileSync } from 'node:fs';
import react from '@vitejs/plugin-react';
import { defineConfig, type Plugin } from 'vite';

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
      // First of all what several pages need.
      ['ui/mui/parts', 'part/'],
      ['app/pages', ''],
      ['app/benches', 'station/'],
    ])
      for (const [, path, module] of readFileSync(`src/${list}.ts`, 'utf8').matchAll(fetched)) {
        const chunk = chunks.find((c) => c.facadeModuleId?.endsWith(`/${module}.tsx`));
        if (!chunk) this.error(`${list}.ts fetches ${module}, which is no script of its own`);
        scripts[`${under}${path}`] = [...withWhatItImports(chunk.fileName)].filter((file) => !first.has(file));
      }
    for (const known of ['lots/:code', 'station/wash', 'part/dialog'])
      if (!scripts[known]) this.error(`${known} is not where this looks for it`);
    this.emitFile({ type: 'asset', fileName: 'ahead.json', source: JSON.stringify(scripts) });
  },
});

export default defineConfig({
  plugins: [react(), ahead()],
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
            // What many pages share comes in one file: on a phone each further one costs a way to the house and back.
            { name: 'shared', test: /\/src\/(ui|runs|drawings|photographs|station|lots)\/(?!mui)/, minShareCount: 2 },
          ],
        },
      },
    },
  },
  server: { proxy: { '/api': 'http://127.0.0.1:5870' } },
});

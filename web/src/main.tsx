// What all pages share stands first in the sheet: what a page says of its own goes before it.
import './ui/tokens.css';
import './ui/base.css';
import './ui/layout.module.css';
import './ui/typography.module.css';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/fraunces';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { queryClient } from './api/client';
import { router } from './app/routes';
import { theme } from './ui/theme';

// Before the pages' own sheet: what that says of a part goes before what the part says of itself.
const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content;
// No prefixes for browsers of long ago: writing them took as long as all the rest of making the styles.
const styles = createCache({ key: 'mui', nonce, prepend: true, stylisPlugins: [] });

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <CacheProvider value={styles}>
      {/* Nothing is drawn on a server here: without noSsr everything would be drawn twice. */}
      <ThemeProvider theme={theme} noSsr>
        <QueryClientProvider client={queryClient}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);

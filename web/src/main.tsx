import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/fraunces';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, startTransition } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { queryClient } from './api/client';
import { firstAnswers } from './api/queries';
import { router } from './app/routes';
import './ui/base.css';
import { theme } from './ui/theme';

const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content;
const styles = createCache({ key: 'et', nonce, prepend: true });

const root = createRoot(document.getElementById('root')!);
const page = (
  <StrictMode>
    <CacheProvider value={styles}>
      {/* Nothing is drawn on a server here: without this everything would be drawn twice. */}
      <ThemeProvider theme={theme} noSsr>
        <QueryClientProvider client={queryClient}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>
);

// As a transition the first picture is drawn in short pieces, between which a finger is answered.
void firstAnswers().then(() => startTransition(() => root.render(page)));

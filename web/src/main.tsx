import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/fraunces';
import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { queryClient } from './api/client';
import { router } from './app/routes';
import { theme } from './ui/theme';

const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content;
const styles = createCache({ key: 'et', nonce, prepend: true });

createRoot(document.getElementById('root')!).render(
  <StrictMode>
    <CacheProvider value={styles}>
      <ThemeProvider theme={theme}>
        <CssBaseline />
        <QueryClientProvider client={queryClient}>
          <RouterProvider router={router} />
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>,
);

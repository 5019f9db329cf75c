import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/fraunces';
import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense, startTransition } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { holdQuestions, queryClient } from './api/client';
import { fetchFirst, painted } from './app/pages';
import { Pages } from './app/routes';
import { Unbroken } from './app/Unbroken';
import './ui/tokens.css';
import './ui/base.css';
import './ui/layout.module.css';
import './ui/typography.module.css';
import { theme } from './ui/theme';

// Before the pages' own sheet: what that says of a part goes before what the part says of itself.
const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content;
const styles = createCache({ key: 'mui', nonce, prepend: true });

const root = createRoot(document.getElementById('root')!);
const page = (
  <StrictMode>
    <CacheProvider value={styles}>
      {/* Nothing is drawn on a server here: without noSsr everything would be drawn twice. */}
      <ThemeProvider theme={theme} noSsr>
        <QueryClientProvider client={queryClient}>
          <BrowserRouter>
            <Unbroken at="">
              <Suspense fallback={null}>
                <Pages />
              </Suspense>
            </Unbroken>
          </BrowserRouter>
        </QueryClientProvider>
      </ThemeProvider>
    </CacheProvider>
  </StrictMode>
);

void fetchFirst(window.location.pathname).then((all) => {
  // What a part of the picture asks for beside that is fetched when the picture is seen.
  if (all) holdQuestions(painted());
  // As a transition it is drawn in short pieces, between which a finger is answered.
  startTransition(() => root.render(page));
});

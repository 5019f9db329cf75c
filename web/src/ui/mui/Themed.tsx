import createCache from '@emotion/cache';
import { CacheProvider } from '@emotion/react';
import { ThemeProvider } from '@mui/material/styles';
import type { ReactNode } from 'react';
import { theme } from './theme';

const nonce = document.querySelector<HTMLMetaElement>('meta[name=csp-nonce]')?.content;
const styles = createCache({ key: 'et', nonce, prepend: true });

/** Round every part of MUI: what a page shows at first is drawn without it. */
export const Themed = ({ children }: { children: ReactNode }) => (
  <CacheProvider value={styles}>
    {/* Nothing is drawn on a server here: without this everything would be drawn twice. */}
    <ThemeProvider theme={theme} noSsr>
      {children}
    </ThemeProvider>
  </CacheProvider>
);

import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/fraunces';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, Suspense, startTransition } from 'react';
import { createRoot } from 'react-dom/client';
import { BrowserRouter } from 'react-router';
import { holdQuestions, queryClient } from './api/client';
import { fetchFirst, painted } from './app/pages';
import { Pages } from './app/routes';
import { Unbroken } from './app/Unbroken';
import './ui/palette.css';
import './ui/base.css';

const root = createRoot(document.getElementById('root')!);
const page = (
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <BrowserRouter>
        <Unbroken at="">
          <Suspense fallback={null}>
            <Pages />
          </Suspense>
        </Unbroken>
      </BrowserRouter>
    </QueryClientProvider>
  </StrictMode>
);

void fetchFirst(window.location.pathname).then((all) => {
  // What a part of the picture asks for beside that is fetched when the picture is seen.
  if (all) holdQuestions(painted());
  // As a transition it is drawn in short pieces, between which a finger is answered.
  startTransition(() => root.render(page));
});

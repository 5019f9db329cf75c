import '@fontsource-variable/atkinson-hyperlegible-next';
import '@fontsource-variable/fraunces';
import { QueryClientProvider } from '@tanstack/react-query';
import { StrictMode, startTransition } from 'react';
import { createRoot } from 'react-dom/client';
import { RouterProvider } from 'react-router';
import { queryClient } from './api/client';
import { firstAnswers } from './api/queries';
import { router } from './app/routes';
import './ui/palette.css';
import './ui/base.css';

const root = createRoot(document.getElementById('root')!);
const page = (
  <StrictMode>
    <QueryClientProvider client={queryClient}>
      <RouterProvider router={router} />
    </QueryClientProvider>
  </StrictMode>
);

// As a transition the first picture is drawn in short pieces, between which a finger is answered.
void firstAnswers().then(() => startTransition(() => root.render(page)));

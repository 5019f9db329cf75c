import { createBrowserRouter } from 'react-router';
import { Today } from '../today/Today';
import { NoSuchPage } from '../ui/NoSuchPage';
import { BrokenPage, Frame } from './Frame';
import { door, pages } from './pages';

export const router = createBrowserRouter([
  { path: '/door', lazy: async () => ({ Component: await door() }), hydrateFallbackElement: <></> },
  {
    path: '/',
    element: <Frame />,
    hydrateFallbackElement: <></>,
    children: [
      {
        // Inside the frame, so that the rail and the alarms stay when a page breaks.
        errorElement: <BrokenPage />,
        children: [
          { index: true, element: <Today /> },
          ...Object.entries(pages).map(([path, load]) => ({ path, lazy: async () => ({ Component: await load() }) })),
          { path: '*', element: <NoSuchPage /> },
        ],
      },
    ],
  },
]);

import { createBrowserRouter } from 'react-router';
import { Reckoner } from '../reckoner/Reckoner';
import { LockBench } from '../assessing/LockBench';
import { LotPage } from '../lots/LotPage';
import { KeepSample } from '../sampling/KeepSample';
import { SampleCard } from '../sampling/SampleCard';
import { SampleWall } from '../sampling/SampleWall';
import { Door } from '../session/Door';
import { Station } from '../station/Station';
import { TakeIn } from '../takingin/TakeIn';
import { Today } from '../today/Today';
import { WeighLog } from '../weighlog/WeighLog';
import { Workshop } from '../workshop/Workshop';
import { Frame, NoSuchPage } from './Frame';

export const router = createBrowserRouter([
  { path: '/door', element: <Door /> },
  {
    path: '/',
    element: <Frame />,
    children: [
      { index: true, element: <Today /> },
      { path: 'take-in', element: <TakeIn /> },
      { path: 'station/:step', element: <Station /> },
      { path: 'lots/:code', element: <LotPage /> },
      { path: 'lots/:code/locks', element: <LockBench /> },
      { path: 'lots/:code/sample', element: <KeepSample /> },
      { path: 'samples', element: <SampleWall /> },
      { path: 'samples/:code', element: <SampleCard /> },
      { path: 'reckoner', element: <Reckoner /> },
      { path: 'workshop', element: <Workshop /> },
      { path: 'workshop/weigh-log', element: <WeighLog /> },
      { path: '*', element: <NoSuchPage /> },
    ],
  },
]);

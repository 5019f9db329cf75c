import { createBrowserRouter } from 'react-router';
import { Reckoner } from '../reckoner/Reckoner';
import { LockBench } from '../assessing/LockBench';
import { LookOver } from '../assessing/LookOver';
import { Breeds } from '../breeds/Breeds';
import { LotPage } from '../lots/LotPage';
import { WherePage } from '../lots/WherePage';
import { RoutesPage } from '../routing/RoutesPage';
import { KeepSample } from '../sampling/KeepSample';
import { SampleCard } from '../sampling/SampleCard';
import { SampleWall } from '../sampling/SampleWall';
import { InstrumentsPage } from '../instruments/InstrumentsPage';
import { WashPlan } from '../scouring/WashPlan';
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
      { path: 'station/wash/plan', element: <WashPlan /> },
      { path: 'instruments', element: <InstrumentsPage /> },
      { path: 'station/:step', element: <Station /> },
      { path: 'lots/:code', element: <LotPage /> },
      { path: 'lots/:code/locks', element: <LockBench /> },
      { path: 'lots/:code/look-over', element: <LookOver /> },
      { path: 'lots/:code/routes', element: <RoutesPage /> },
      { path: 'lots/:code/where', element: <WherePage /> },
      { path: 'lots/:code/sample', element: <KeepSample /> },
      { path: 'samples', element: <SampleWall /> },
      { path: 'samples/:code', element: <SampleCard /> },
      { path: 'breeds', element: <Breeds /> },
      { path: 'reckoner', element: <Reckoner /> },
      { path: 'workshop', element: <Workshop /> },
      { path: 'workshop/weigh-log', element: <WeighLog /> },
      { path: '*', element: <NoSuchPage /> },
    ],
  },
]);

import { CardSettings } from '../carding/CardSettings';
import { CombSettings } from '../combing/CombSettings';
import { WashHouseSettings } from '../scouring/WashHouseSettings';
import { SpinnerSettings } from '../spinning/SpinnerSettings';
import { Workshop } from '../workshop/Workshop';

/** The workshop's page with the settings of its rooms. */
export const WorkshopPage = () => (
  <Workshop
    tools={
      <>
        <WashHouseSettings />
        <CardSettings />
        <CombSettings />
        <SpinnerSettings />
      </>
    }
  />
);

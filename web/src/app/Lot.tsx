import type { Schema } from '../api/client';
import { RealYarn } from '../comparing/RealYarn';
import { LotPage } from '../lots/LotPage';
import { WashDone, WashLookedBack } from '../scouring/WashOnLot';
import { YarnPanel } from '../spinning/YarnPanel';
import { StockDialog } from '../stock/StockDialog';

const Yarn = ({ lot }: { lot: Schema['LotHead'] }) => (
  <>
    <YarnPanel lot={lot} />
    <RealYarn lot={lot} />
  </>
);

/** A lot's page with what other rooms show on it: no room knows another, so they are put together here. */
export const Lot = () => <LotPage Done={WashDone} LookBack={WashLookedBack} Shelf={StockDialog} Yarn={Yarn} />;

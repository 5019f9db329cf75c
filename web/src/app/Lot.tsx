import type { Schema } from '../api/client';
import { LotPage } from '../lots/LotPage';
import { WashDone, WashLookedBack } from '../scouring/WashOnLot';
import { whenShown } from '../ui/whenShown';

const RealYarn = whenShown(async () => (await import('../comparing/RealYarn')).RealYarn);
const YarnPanel = whenShown(async () => (await import('../spinning/YarnPanel')).YarnPanel);
const StockDialog = whenShown(async () => (await import('../stock/StockDialog')).StockDialog);

const Yarn = ({ lot }: { lot: Schema['LotHead'] }) => (
  <>
    <YarnPanel lot={lot} />
    <RealYarn lot={lot} />
  </>
);

/** A lot's page with what other rooms show on it: no room knows another, so they are put together here. */
export const Lot = () => <LotPage Done={WashDone} LookBack={WashLookedBack} Shelf={StockDialog} Yarn={Yarn} />;

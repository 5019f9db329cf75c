import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { Problem } from '../api/client';
import { beat } from '../live/ring';
import { NumberField } from '../ui/NumberField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';
import { useSettled } from '../ui/useSettled';
import { useHook } from './queries';
import { UnitField } from '../ui/UnitField';
import { useUnits } from '../api/units';
import { withUnit } from '../ui/withUnit';
import layout from '../ui/layout.module.css';
import styles from './Beat.module.css';

/**
 * A beat for the feet, heard and felt on a phone; the first of each draw is higher. Off until it is wanted. Draws that were beaten are
 * counted: after as many as lie on a hook, if wanted, it says to move it.
 */
export function Beat({ each, drawMillimetres }: { each: number | null; drawMillimetres: number | null }) {
  const [beats, setBeats] = useState('60');
  const units = useUnits();
  const [hook, setHook] = useState('');
  const [on, setOn] = useState(false);
  const [draws, setDraws] = useState(0);
  const pace = number(beats);
  const isPace = pace !== null && pace >= 20 && pace <= 240;
  const goes = on && isPace;
  useEffect(() => {
    if (!goes) return;
    let count = 0;
    const tick = () => {
      const first = each !== null && count % each === 0;
      void beat(first);
      if (first && count > 0) setDraws((d) => d + 1);
      count++;
    };
    tick();
    const timer = setInterval(tick, 60_000 / pace);
    return () => clearInterval(timer);
  }, [goes, pace, each]);
  const every = useSettled(hook);
  const asking = useHook(withUnit(every, units.yarn), drawMillimetres);
  const due = every === hook && hook.trim() !== '' ? (asking.data?.draws ?? null) : null;
  return (
    <Row align="start" gap={1}>
      <NumberField
        style={{ width: 135 }}
        label="Beats a minute"
        whole
        value={beats}
        onChange={setBeats}
        error={pace !== null && !isPace ? 'From 20 to 240.' : null}
      />
      <Button className={layout.above4} variant="outlined" aria-pressed={on} onClick={() => setOn(!on)}>
        {on ? 'Stop the beat' : 'A beat for the feet'}
      </Button>
      {each !== null && drawMillimetres !== null && (
        <>
          <UnitField
            style={{ width: 190 }}
            label="Next hook after"
            unit={units.yarn}
            value={hook}
            onChange={setHook}
            error={hook.trim() !== '' && asking.error instanceof Problem ? asking.error.at('every') : null}
            placeholder="if wanted"
          />
          {due !== null && (
            <p className={styles.said} style={{ fontWeight: draws >= due ? 700 : 400 }} role="status">
              {draws >= due ? 'Move the hook.' : `${draws} of ${due} draws since the last hook`}
            </p>
          )}
          {due !== null && draws >= due && (
            <Button className={layout.above4} variant="outlined" onClick={() => setDraws(0)}>
              It is moved
            </Button>
          )}
        </>
      )}
    </Row>
  );
}

import Button from '@mui/material/Button';
import { useEffect, useState } from 'react';
import { beat } from '../live/ring';
import { NumberField } from '../ui/NumberField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';

/** A beat for the feet, heard and felt on a phone; the first of each draw is higher. Off until it is wanted. */
export function Beat({ each }: { each: number | null }) {
  const [typed, setTyped] = useState('60');
  const [on, setOn] = useState(false);
  const pace = number(typed);
  const isPace = pace !== null && pace >= 20 && pace <= 240;
  const goes = on && isPace;
  useEffect(() => {
    if (!goes) return;
    let count = 0;
    const tick = () => {
      void beat(each !== null && count % each === 0);
      count++;
    };
    tick();
    const timer = setInterval(tick, 60_000 / pace);
    return () => clearInterval(timer);
  }, [goes, pace, each]);
  return (
    <Row gap={1} sx={{ alignItems: 'start' }}>
      <NumberField
        label="Beats a minute"
        whole
        value={typed}
        onChange={setTyped}
        error={pace !== null && !isPace ? 'From 20 to 240.' : null}
        sx={{ width: 135 }}
      />
      <Button variant="outlined" aria-pressed={on} onClick={() => setOn(!on)} sx={{ mt: 0.5 }}>
        {on ? 'Stop the beat' : 'A beat for the feet'}
      </Button>
    </Row>
  );
}

import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useEffect, useState } from 'react';
import { beat } from '../live/ring';
import { NumberField } from '../ui/NumberField';
import { number } from '../ui/figures';
import { Row } from '../ui/layouts';

/**
 * A beat for the feet, heard and felt on a phone; the first of each draw is higher. Off until it is wanted. Draws that were beaten are metres on the
 * bobbin: every so many of them, if wanted, it says to move the hook.
 */
export function Beat({ each, drawMillimetres }: { each: number | null; drawMillimetres: number | null }) {
  const [typed, setTyped] = useState('60');
  const [hook, setHook] = useState('');
  const [on, setOn] = useState(false);
  const [draws, setDraws] = useState(0);
  const pace = number(typed);
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
  const every = number(hook);
  const isEvery = every !== null && every > 0;
  const metres = drawMillimetres === null ? 0 : (draws * drawMillimetres) / 1000;
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
      {each !== null && drawMillimetres !== null && (
        <>
          <NumberField
            label="Next hook after, m"
            value={hook}
            onChange={setHook}
            error={every !== null && !isEvery ? 'Above nothing.' : null}
            placeholder="if wanted"
            sx={{ width: 160 }}
          />
          {isEvery && draws > 0 && (
            <Typography role="status" sx={{ pt: 1.5, fontWeight: metres >= every ? 700 : 400 }}>
              {metres >= every ? 'Move the hook.' : `${metres.toFixed(1)} m since the last hook`}
            </Typography>
          )}
          {isEvery && metres >= every && (
            <Button variant="outlined" onClick={() => setDraws(0)} sx={{ mt: 0.5 }}>
              It is moved
            </Button>
          )}
        </>
      )}
    </Row>
  );
}

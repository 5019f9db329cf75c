import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import { useState } from 'react';
import { useChange } from '../api/change';
import { api, type Schema } from '../api/client';
import { invalidate, useToday } from '../api/queries';
import { Column } from '../ui/layouts';
import { NumberField } from '../ui/NumberField';
import { Notice } from '../ui/Notices';
import { number } from '../ui/figures';
import { useSaid, wantSaid } from './counted';
import { hadPause, setPauseAfter, usePause, usePauseAfter } from './pause';
import layout from '../ui/layout.module.css';

/** Whether counts are said aloud on this device, and after how long a pause is asked for. */
export function SayCount() {
  const said = useSaid();
  const after = usePauseAfter();
  const [typed, setTyped] = useState<string | null>(null);
  const minutes = typed === null ? null : number(typed);
  const wrong = minutes !== null && !(minutes >= 0 && minutes <= 240 && Number.isInteger(minutes));
  return (
    <>
      <FormControlLabel
        control={<Checkbox checked={said} onChange={(e) => wantSaid(e.target.checked)} />}
        label="Say the count aloud"
      />
      <Column gap={1}>
        <NumberField
          style={{ width: 190 }}
          label="A pause after, min"
          whole
          value={typed ?? `${after}`}
          onChange={(text) => {
            setTyped(text);
            const next = number(text);
            if (next !== null && next >= 0 && next <= 240 && Number.isInteger(next)) setPauseAfter(next);
          }}
          onLeave={() => setTyped(null)}
          error={wrong ? 'From 0, for none, to 240 minutes.' : null}
        />
        <DayBound />
      </Column>
    </>
  );
}

/** How long one wants to do one motion in a day at most; Today and the bench say when it is reached. */
function DayBound() {
  const today = useToday();
  const most = today.data?.motion.mostMinutes ?? null;
  const [typed, setTyped] = useState<string | null>(null);
  const bounding = useChange(
    (mostMinutes: number | null) => api.PUT('/api/course/motion', { body: { mostMinutes } }),
    () => invalidate(['/api/course']),
  );
  return (
    <NumberField
      style={{ width: 190 }}
      label="A motion at most, min a day"
      whole
      value={typed ?? (most === null ? '' : `${most}`)}
      onChange={(text) => {
        bounding.clear();
        setTyped(text);
      }}
      onLeave={() => {
        if (typed !== null && (typed.trim() === '' || number(typed) !== null)) bounding.go(number(typed));
        setTyped(null);
      }}
      error={bounding.at('mostMinutes')}
      placeholder="no bound"
      shrink
    />
  );
}

/** Asks for a pause from one motion, and says when its day is done. */
export function PauseNotice({ step }: { step: Schema['StepKind'] }) {
  const minutes = usePause();
  const motion = useToday().data?.motion;
  const over = motion?.done.find((d) => d.step === step && d.isOver);
  if (minutes === null && over)
    return (
      <Notice tone="watch">
        {over.minutes} min of it today; you wanted {motion!.mostMinutes} at most. Tomorrow is a day too.
      </Notice>
    );
  if (minutes === null) return null;
  return (
    <Notice tone="watch">
      {minutes} min at it without a pause: put it down, let shoulder and wrist rest. Pain means stop.
      <div className={layout.above4}>
        <Button size="small" onClick={hadPause}>
          I had a pause
        </Button>
      </div>
    </Notice>
  );
}

import Button from '@mui/material/Button';
import ButtonBase from '@mui/material/ButtonBase';
import { useWindow } from '../ui/useWindow';
import { useState } from 'react';
import { server, type Schema } from '../api/client';
import { invalidate, useCautions } from '../api/queries';
import { CautionSlip } from '../ui/Notices';
import layout from '../ui/layout.module.css';
import styles from './StationCaution.module.css';

/** The caution of a station: whole until this person has seen it, then one line that opens again. */
export function StationCaution({ station }: { station: Schema['StationView'] }) {
  const seen = useCautions();
  const read = server.useMutation('put', '/api/course/cautions/{step}', {
    onSuccess: () => invalidate(['/api/course/cautions']),
  });
  const [open, setOpen] = useState(false);
  const phone = !useWindow('md');
  if (!seen.data) return null;
  const known = seen.data.includes(station.step);
  // One line once it was read; on a phone from the first time on, so that the number is not pushed off the screen.
  if (!open && (known || phone))
    return (
      <ButtonBase
        className={styles.stationCaution}
        style={{ backgroundColor: known ? 'transparent' : 'var(--shorn)' }}
        onClick={() => setOpen(true)}
        aria-label={`Take care: ${station.caution.hazard} Show all of it`}
      >
        <span className={known ? styles.oneLine : undefined}>
          <strong>Take care:</strong> {station.caution.hazard}
        </span>
      </ButtonBase>
    );
  const close = () => {
    setOpen(false);
    if (!known) read.mutate({ params: { path: { step: station.step } } });
  };
  return (
    <>
      <CautionSlip caution={station.caution} />
      <Button className={layout.selfStart} onClick={close}>
        {known ? 'Fold it' : 'I have read it'}
      </Button>
    </>
  );
}

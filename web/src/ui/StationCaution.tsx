import Button from '@mui/material/Button';
import { useState } from 'react';
import { server, type Schema } from '../api/client';
import { again } from '../api/queries';
import { CautionSlip } from './Notices';

/** The caution of a station: whole until this person has seen it, then one line that opens again. */
export function StationCaution({ station }: { station: Schema['StationView'] }) {
  const seen = server.useQuery('get', '/api/course/cautions', undefined, { staleTime: Infinity });
  const read = server.useMutation('put', '/api/course/cautions/{step}', {
    onSuccess: () => again(['/api/course/cautions']),
  });
  const [open, setOpen] = useState(false);
  if (!seen.data) return null;
  const known = seen.data.includes(station.step);
  if (known && !open)
    return (
      <Button variant="outlined" color="inherit" onClick={() => setOpen(true)} sx={{ justifySelf: 'start' }}>
        Take care: show it again
      </Button>
    );
  const close = () => {
    setOpen(false);
    if (!known) read.mutate({ params: { path: { step: station.step } } });
  };
  return (
    <>
      <CautionSlip caution={station.caution} />
      <Button onClick={close} sx={{ justifySelf: 'start' }}>
        {known ? 'Fold it' : 'I have read it'}
      </Button>
    </>
  );
}

import Button from '@mui/material/Button';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, queryClient, type Schema } from '../api/client';
import { CautionSlip } from './Notices';

/** The caution of a station: whole until this person has seen it, then one line that opens again. */
export function StationCaution({ station }: { station: Schema['StationView'] }) {
  const seen = useQuery({
    queryKey: ['cautions'],
    staleTime: Infinity,
    queryFn: async () => (await api.GET('/api/course/cautions')).data!,
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
  const close = async () => {
    setOpen(false);
    if (known) return;
    await api.PUT('/api/course/cautions/{step}', { params: { path: { step: station.step } } });
    await queryClient.invalidateQueries({ queryKey: ['cautions'] });
  };
  return (
    <>
      <CautionSlip caution={station.caution} />
      <Button onClick={() => void close()} sx={{ justifySelf: 'start' }}>
        {known ? 'Fold it' : 'I have read it'}
      </Button>
    </>
  );
}

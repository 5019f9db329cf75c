import { Box } from './Box';
import { Button } from './Button';
import { ButtonBase } from './ButtonBase';
import { useWindow } from './useWindow';
import { useState } from 'react';
import { server, type Schema } from '../api/client';
import { again, useCautions } from '../api/queries';
import { CautionSlip } from './Notices';
import { tone } from './tones';

/** The caution of a station: whole until this person has seen it, then one line that opens again. */
export function StationCaution({ station }: { station: Schema['StationView'] }) {
  const seen = useCautions();
  const read = server.useMutation('put', '/api/course/cautions/{step}', {
    onSuccess: () => again(['/api/course/cautions']),
  });
  const [open, setOpen] = useState(false);
  const phone = !useWindow('md');
  if (!seen.data) return null;
  const known = seen.data.includes(station.step);
  // One line once it was read; on a phone from the first time on, so that the number is not pushed off the screen.
  if (!open && (known || phone))
    return (
      <ButtonBase
        onClick={() => setOpen(true)}
        aria-label={`Take care: ${station.caution.hazard} Show all of it`}
        sx={{
          justifySelf: 'stretch',
          justifyContent: 'start',
          textAlign: 'left',
          borderLeft: `4px solid ${tone('weld')}`,
          bgcolor: known ? 'transparent' : 'background.paper',
          px: 1,
          py: 0.5,
          minHeight: 32,
          maxWidth: { md: 420 },
          fontSize: '0.92rem',
        }}
      >
        <Box
          component="span"
          sx={known ? { overflow: 'hidden', textOverflow: 'ellipsis', whiteSpace: 'nowrap' } : undefined}
        >
          <strong>Take care:</strong> {station.caution.hazard}
        </Box>
      </ButtonBase>
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

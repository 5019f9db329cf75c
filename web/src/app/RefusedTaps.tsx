import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { useRefusedTaps } from '../runs/taps';
import { Notice } from '../ui/Notices';

/** A tap that waited for the server while the page was left, and was then not taken: it is said, never dropped. */
export function RefusedTaps() {
  const refused = useRefusedTaps();
  if (refused.length === 0) return null;
  return (
    <Box sx={{ display: 'grid', gap: 1, mb: 2 }}>
      {refused.map((tap) => (
        <Notice key={tap.id} tone="watch">
          What you tapped before the page was left was not taken: {tap.reason}{' '}
          <Button size="small" onClick={tap.forget}>
            Seen
          </Button>
        </Notice>
      ))}
    </Box>
  );
}

import { Button } from '../ui/Button';
import { useRefusedTaps } from '../runs/taps';
import { Notice } from '../ui/Notices';
import { Column } from '../ui/layouts';

/** A tap that waited for the server while the page was left, and was then not taken: it is said, never dropped. */
export function RefusedTaps() {
  const refused = useRefusedTaps();
  if (refused.length === 0) return null;
  return (
    <Column gap={1} sx={{ mb: 2 }}>
      {refused.map((tap) => (
        <Notice key={tap.id} tone="watch">
          What you tapped before the page was left was not taken: {tap.reason}{' '}
          <Button size="small" onClick={tap.forget}>
            Seen
          </Button>
        </Notice>
      ))}
    </Column>
  );
}

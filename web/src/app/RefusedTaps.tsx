import Button from '@mui/material/Button';
import { useRefusedTaps } from '../runs/taps';
import { Notice } from '../ui/Notices';
import { Column } from '../ui/layouts';
import layout from '../ui/layout.module.css';

/** A tap that waited for the server while the page was left, and was then not taken: it is said, never dropped. */
export function RefusedTaps() {
  const refused = useRefusedTaps();
  if (refused.length === 0) return null;
  return (
    <Column className={layout.below16} gap={1}>
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

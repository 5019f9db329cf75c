import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import { useRouteError } from 'react-router';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';

/** A page that could not be fetched or drawn; what stands round it stays. */
export function BrokenPage() {
  const error = useRouteError();
  return (
    <>
      <h1>This page could not be shown</h1>
      <p className={layout.above8}>
        Nothing that was kept is lost. If the house was out of reach or has been renewed meanwhile, fetching it again
        helps.
      </p>
      <Button className={layout.above16} variant="contained" onClick={() => window.location.reload()}>
        Fetch it again
      </Button>
      {error instanceof Error && (
        <p className={clsx(typography.small, typography.quiet, layout.above16)}>{error.message}</p>
      )}
    </>
  );
}

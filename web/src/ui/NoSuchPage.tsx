import { Link } from './Link';
import { Typography } from './Typography';
import { Link as RouterLink } from 'react-router';

/** For an address that leads nowhere. */
export function NoSuchPage() {
  return (
    <>
      <Typography variant="h1">There is nothing at this address</Typography>
      <Typography sx={{ mt: 1 }}>
        The{' '}
        <Link component={RouterLink} to="/">
          workshop as it stands today
        </Link>{' '}
        is the way back.
      </Typography>
    </>
  );
}

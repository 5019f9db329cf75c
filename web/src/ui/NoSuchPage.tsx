import { Link as RouterLink } from 'react-router';
import layout from './layout.module.css';

/** For an address that leads nowhere. */
export function NoSuchPage() {
  return (
    <>
      <h1>There is nothing at this address</h1>
      <p className={layout.above8}>
        The <RouterLink to="/">workshop as it stands today</RouterLink> is the way back.
      </p>
    </>
  );
}

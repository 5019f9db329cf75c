import { Link as RouterLink } from 'react-router';

/** The codes of lots, each leading to its page. */
export const LotLinks = ({ codes }: { codes: readonly string[] }) =>
  codes.map((code, i) => (
    <span key={code}>
      {i > 0 && ', '}
      <RouterLink to={`/lots/${code}`}>{code}</RouterLink>
    </span>
  ));

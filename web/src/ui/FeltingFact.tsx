import type { Schema } from '../api/client';
import { feltsWord, fromWord } from './words';
import typography from './typography.module.css';

/** How readily it felts, with where that comes from; nothing where nobody knows. */
export function FeltingFact({ felting }: { felting: Schema['KnownFeltingView'] }) {
  if (!felting.felts) return null;
  return (
    <p>
      It {feltsWord[felting.felts]}{' '}
      <span className={typography.quiet}>
        ({fromWord[felting.from]}
        {felting.test && `: ${felting.test}`})
      </span>
    </p>
  );
}

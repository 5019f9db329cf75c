import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { magnifiedFor, Yarn } from '../drawings/Yarn';
import typography from '../ui/typography.module.css';
import styles from './Becomes.module.css';

/** What singles could become, washed, and beside each structure the skeins that were really made so: all at one scale. */
export function Becomes({ becomes, colour }: { becomes: readonly Schema['BecomesView'][]; colour: string }) {
  const magnified = magnifiedFor(
    Math.max(...becomes.flatMap((b) => [b.yarn, ...b.made.map((m) => m.yarn)]).map((y) => y.diameterMillimetres)),
    60,
  );
  const drawn = (yarn: Schema['YarnShape']) => (
    <Yarn sample={{ ...yarn, twistAngleDegrees: yarn.degrees }} colour={colour} width={170} magnified={magnified} />
  );
  return (
    <ul className={styles.becomes} aria-label="What these singles could become">
      {becomes.map((b) => (
        <li key={b.words}>
          {b.made.map((m) => (
            <div className={styles.narrow} key={m.code}>
              {drawn(m.yarn)}
              <p className={typography.note}>
                <RouterLink to={`/lots/${m.code}`}>{m.code}</RouterLink> <strong>{m.yarn.wrapsPerInch} WPI</strong>,{' '}
                {m.sentence}
              </p>
            </div>
          ))}
          {drawn(b.yarn)}
          <p>
            {b.words}: <strong>{b.yarn.wrapsPerInch} WPI</strong>
          </p>
        </li>
      ))}
    </ul>
  );
}

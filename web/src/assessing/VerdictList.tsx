import { clsx } from 'clsx';
import type { Schema } from '../api/client';
import { useWord } from '../ui/words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './VerdictList.module.css';

/** Uses with the reasons that produced them: good ones first, then those that want care. */
export function VerdictList({
  verdict,
  missing,
}: {
  verdict: readonly Schema['UseVerdict'][];
  missing: readonly string[];
}) {
  const good = verdict.filter((v) => v.leaning === 'goodFor');
  const careful = verdict.filter((v) => v.leaning === 'carefulWith');
  return (
    <div aria-live="polite">
      {good.length > 0 && <h3>Good for</h3>}
      <Uses uses={good} edge="lichen" />
      {careful.length > 0 && <h3 className={layout.above12}>Careful with</h3>}
      <Uses uses={careful} edge="weld" />
      {verdict.length === 0 && <p>Nothing speaks for or against a use yet.</p>}
      {missing.length > 0 && (
        <p className={clsx(typography.quiet, layout.above12)}>It would say more if it knew {missing.join(', ')}.</p>
      )}
    </div>
  );
}

function Uses({ uses, edge }: { uses: readonly Schema['UseVerdict'][]; edge: 'lichen' | 'weld' }) {
  return (
    <ul className={styles.uses}>
      {uses.map((v) => (
        <li className={styles.item} style={{ borderLeft: `4px solid var(--${edge})` }} key={v.use}>
          <strong>{useWord[v.use]}</strong>:{' '}
          {[...v.against, ...v.for.map((f) => (v.against.length > 0 ? `but ${f}` : f))].join('; ')}
        </li>
      ))}
    </ul>
  );
}

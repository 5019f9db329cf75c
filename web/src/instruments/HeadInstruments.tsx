import { clsx } from 'clsx';
import { Link as RouterLink } from 'react-router';
import type { Schema } from '../api/client';
import { useLive, useNow } from '../live/live';
import { leftUntil } from '../live/time';
import typography from '../ui/typography.module.css';
import styles from './HeadInstruments.module.css';

const order: Schema['InstrumentKind'][] = ['scale', 'probe', 'air'];

/** What the instruments say, on every screen; one that is not heard stays grey with its age. */
export function HeadInstruments() {
  const { readings } = useLive();
  const now = useNow(2000);
  const all = [...readings.values()].sort((a, b) => order.indexOf(a.kind) - order.indexOf(b.kind));
  if (all.length === 0) return null;
  return (
    <RouterLink
      className={clsx(typography.plain, typography.bareLink, styles.instruments)}
      to="/instruments"
      aria-label="Instruments"
    >
      {all.map((r) => {
        const old = !r.connected;
        return (
          <span
            className={styles.instrument}
            style={{ color: old ? 'var(--bark)' : 'var(--peat)' }}
            key={r.instrumentId}
          >
            <span className={styles.name}>{r.kind === 'probe' ? 'bath' : r.kind}</span>
            <span className={clsx(styles.value, styles[r.kind])}>{r.text}</span>
            <span className={clsx(styles.state, styles[r.kind])}>
              {old
                ? leftUntil(r.at, now).replace(' late', ' old')
                : r.kind === 'scale'
                  ? r.stable
                    ? 'stable'
                    : 'moving'
                  : ''}
            </span>
          </span>
        );
      })}
    </RouterLink>
  );
}

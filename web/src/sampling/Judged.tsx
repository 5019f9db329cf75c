import ButtonBase from '@mui/material/ButtonBase';
import { clsx } from 'clsx';
import type { Schema } from '../api/client';
import { scaleWord } from '../ui/words';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './Judged.module.css';

type Scale = Schema['SampleScale'];
type Mark = Schema['ScaleMark'];

const scales = Object.keys(scaleWord) as Scale[];
const places = [1, 2, 3, 4, 5];

/** Judgements by hand on their scales, each between the words of its ends. */
export function Judged({ marks }: { marks: readonly Mark[] }) {
  return (
    <div className={clsx(styles.scales, styles.shown)} role="list" aria-label="Judged by hand">
      {marks.map((m) => {
        const [name, low, high] = scaleWord[m.scale];
        return (
          <div
            className={layout.contents}
            key={m.scale}
            role="listitem"
            aria-label={`${name}: ${m.mark} of 5, from ${low} to ${high}`}
          >
            <Name>{name}</Name>
            <End side="right">{low}</End>
            <div className={styles.dots} aria-hidden>
              {places.map((p) => (
                <div key={p} className={clsx(styles.dot, p === m.mark && styles.marked)} />
              ))}
            </div>
            <End side="left">{high}</End>
          </div>
        );
      })}
    </div>
  );
}

/** The same as taps: each place as large as a thumb, a second tap on it takes the judgement back. */
export function JudgeFields({ marks, change }: { marks: readonly Mark[]; change: (marks: Mark[]) => void }) {
  return (
    <details open={marks.length > 0 || undefined}>
      <summary className={styles.summary}>Judged by hand</summary>
      <div className={clsx(styles.scales, styles.asked)}>
        {scales.map((scale) => {
          const [name, low, high] = scaleWord[scale];
          const mark = marks.find((m) => m.scale === scale)?.mark;
          return (
            <div className={layout.contents} key={scale} role="group" aria-label={`Judge: ${name}`}>
              <Name>{name}</Name>
              <End side="right">{low}</End>
              <div className={styles.taps}>
                {places.map((p) => (
                  <ButtonBase
                    className={styles.press}
                    key={p}
                    aria-pressed={p === mark}
                    aria-label={`${name} ${p} of 5${p === 1 ? `, ${low}` : p === 5 ? `, ${high}` : ''}`}
                    onClick={() =>
                      change([...marks.filter((m) => m.scale !== scale), ...(p === mark ? [] : [{ scale, mark: p }])])
                    }
                  >
                    <div className={clsx(styles.dot, styles.large, p === mark && styles.marked)} />
                  </ButtonBase>
                ))}
              </div>
              <End side="left">{high}</End>
            </div>
          );
        })}
      </div>
    </details>
  );
}

const Name = ({ children }: { children: string }) => <p className={styles.name}>{children}</p>;

const End = ({ side, children }: { side: 'left' | 'right'; children: string }) => (
  <p className={clsx(typography.quiet, styles.end)} style={{ textAlign: side }}>
    {children}
  </p>
);

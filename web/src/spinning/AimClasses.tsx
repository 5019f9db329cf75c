import Button from '@mui/material/Button';
import { clsx } from 'clsx';
import type { Schema } from '../api/client';
import { verdictWord } from './words';
import typography from '../ui/typography.module.css';
import styles from './AimPage.module.css';

interface Props {
  classes: readonly Schema['YarnClassView'][];
  /** What this fibre asks for; nothing where it is not known which. */
  wants: readonly Schema['FibreWantView'][];
  choose: (wraps: string) => void;
}

/** Where to begin: what this fibre asks for, and the classes of yarn with what it makes of them. */
export function AimClasses({ classes, wants, choose }: Props) {
  return (
    <>
      {wants.length > 0 && (
        <div className={styles.whatThisFibre} role="group" aria-label="What this fibre asks for">
          {wants.map((w) => (
            <Button
              className={styles.button}
              key={w.words}
              variant="outlined"
              onClick={() => choose(String(w.wrapsPerInch))}
            >
              {w.words}, {w.wrapsPerInch}
              <span className={clsx(typography.body, typography.quiet, styles.word)}>{w.because}</span>
            </Button>
          ))}
        </div>
      )}
      <div className={styles.whatThisFibre} role="group" aria-label="Classes of yarn">
        {classes.map((c) => (
          <Button
            className={styles.aimButton}
            key={c.words}
            variant="outlined"
            onClick={() => choose(String(c.wrapsPerInch))}
          >
            {c.words}, {c.wrapsPerInch}
            <span className={clsx(typography.body, typography.quiet, styles.word)}>
              {c.alsoCalled}; {c.needle}
            </span>
            {c.verdict && <span className={clsx(typography.body, styles.word)}>{verdictWord[c.verdict]}</span>}
          </Button>
        ))}
      </div>
    </>
  );
}

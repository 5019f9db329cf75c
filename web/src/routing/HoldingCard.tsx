import Button from '@mui/material/Button';
import type { Schema } from '../api/client';
import { Held } from '../drawings/Held';
import { drawWord, holdingWord, sentence } from '../ui/words';
import styles from './HoldingCard.module.css';

interface HoldingCardProps {
  way: Schema['HoldingView'];
  colour: string;
  /** The one that most speaks for. */
  isFirst: boolean;
  choose: (() => void) | undefined;
  leave: (() => void) | undefined;
}

/** One way of holding fibre that is ready: drawn, what it gives, what speaks for and against it. */
export function HoldingCard({ way, colour, isFirst, choose, leave }: HoldingCardProps) {
  const word = holdingWord[way.holding];
  return (
    <section className={styles.card} data-chosen={way.chosen || undefined} aria-label={word}>
      <Held holding={way.holding} order={way.order} colour={colour} />
      <div className={styles.words}>
        <h2>
          {sentence(word)}
          <span className={styles.quiet}>{way.chosen ? 'chosen' : isFirst ? 'most speaks for it' : ''}</span>
        </h2>
        <p>
          Gives {way.gives}; {drawWord[way.draw]}.
        </p>
        {way.for.slice(0, 2).map((r) => (
          <p className={styles.for} key={r}>
            {sentence(r)}
          </p>
        ))}
        {way.against.slice(0, 2).map((r) => (
          <p className={styles.against} key={r}>
            But {r}
          </p>
        ))}
      </div>
      {way.chosen
        ? leave && <Button onClick={leave}>Leave it open</Button>
        : choose && (
            <Button variant={isFirst ? 'contained' : 'outlined'} onClick={choose} aria-label={`Choose ${word}`}>
              Hold it so
            </Button>
          )}
    </section>
  );
}

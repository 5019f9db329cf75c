import Button from '@mui/material/Button';
import type { Schema } from '../api/client';
import { ColourBand } from '../drawings/ColourBand';
import { Column } from '../ui/layouts';
import styles from './PictureColours.module.css';

/** The main colours of a picture at their shares, and what there is of them on the own shelves. */
export function PictureColours({
  colours,
  take,
}: {
  colours: Schema['PictureColours'];
  /** What may be done with one of them. */
  take?: { word: (colour: string) => string; short: string; go: (colour: string) => void };
}) {
  return (
    <Column gap={1}>
      <ColourBand
        parts={colours.colours.map((c) => ({ colour: c.colour, share: c.percent, lacking: c.isLacking }))}
        words={`Main colours: ${colours.colours.map((c) => `${c.colour} ${c.percent} percent`).join(', ')}.`}
      />
      <p>{colours.sentence}</p>
      <ul className={styles.list}>
        {colours.colours.map((c) => (
          <li className={styles.item} key={c.colour}>
            <div className={styles.swatch} style={{ backgroundColor: c.colour }} aria-hidden />
            {c.nearest && !c.isLacking && (
              <div className={styles.pictureColoursSwatch} style={{ backgroundColor: c.nearest.shade }} aria-hidden />
            )}
            <span>
              {c.percent} %, {c.colour}: {c.sentence}
            </span>
            {take && (
              <Button size="small" aria-label={take.word(c.colour)} onClick={() => take.go(c.colour)}>
                {take.short}
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Column>
  );
}

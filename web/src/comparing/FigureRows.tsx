import TableCell from '@mui/material/TableCell';
import TableRow from '@mui/material/TableRow';
import type { Schema } from '../api/client';
import { scaleWord } from '../ui/words';
import { Marks } from './Marks';
import { comparedWord } from './words';
import { useUnits } from '../api/units';
import styles from './ComparePage.module.css';
import typography from '../ui/typography.module.css';

/** What was measured, a row each; what is better beyond its doubt is marked. */
export function FigureRows({ lines }: { lines: readonly Schema['CompareLineView'][] }) {
  const words = comparedWord(useUnits().amount);
  return lines.map((line) => (
    <TableRow key={line.by}>
      <TableCell component="th" className={styles.headCell} scope="row">
        {words[line.by]}
      </TableCell>
      {line.cells.map((cell, i) => (
        <TableCell key={i}>
          {cell.text === null ? (
            <span className={typography.quiet}>not known</span>
          ) : (
            <>
              {cell.text} <span className={styles.quiet}>± {cell.giveOrTake}</span>
              {cell.standing === 'better' && <strong className={styles.strong}>better</strong>}
            </>
          )}
        </TableCell>
      ))}
    </TableRow>
  ));
}

/** What was judged by hand, a row each. */
export const JudgedRows = ({ judged }: { judged: readonly Schema['JudgedLine'][] }) =>
  judged.map((line) => (
    <TableRow key={line.scale}>
      <TableCell component="th" scope="row">
        {scaleWord[line.scale][0].toLowerCase()}
      </TableCell>
      {line.marks.map((mark, i) => (
        <TableCell key={i}>
          <Marks scale={line.scale} mark={mark} />
        </TableCell>
      ))}
    </TableRow>
  ));

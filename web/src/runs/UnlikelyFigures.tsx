import Button from '@mui/material/Button';
import { Notice } from '../ui/Notices';
import { UnlikelyAnswers } from '../ui/UnlikelyAnswers';
import { useUnlikely } from './taps';
import styles from './UnlikelyFigures.module.css';

/** What was typed at a bench that hardly can be: asked at once, while one still knows which load it was. Each answer notes it. */
export function UnlikelyFigures({ run }: { run: string }) {
  const asked = useUnlikely(run);
  if (asked.length === 0) return null;
  return (
    <div className={styles.asked}>
      {asked.map(({ id, question, was, isSo, anew }) => (
        <Notice key={id} tone="watch">
          {question.reason}
          <UnlikelyAnswers question={question} was={was} isSo={isSo}>
            <Button onClick={anew}>Type it anew</Button>
          </UnlikelyAnswers>
        </Notice>
      ))}
    </div>
  );
}

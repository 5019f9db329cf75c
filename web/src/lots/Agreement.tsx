import Button from '@mui/material/Button';
import type { Schema } from '../api/client';
import { Figure, MassOf } from '../ui/Figure';
import { Notice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import styles from './Agreement.module.css';

/** Whether the weighings of a family agree, and which one probably is wrong. */
export function Agreement({
  agreement,
  onEntry,
}: {
  agreement: Schema['AgreementView'];
  onEntry?: (entryId: string) => void;
}) {
  return (
    <Column gap={1.5}>
      <p>{agreement.sentence}</p>
      {agreement.doubts.map((d) => (
        <Notice key={d.suspects[0]!.flowId} tone="watch">
          {d.sentence}
          <Row className={layout.above8} gap={3}>
            {d.slip !== 'somethingNotLogged' && (
              <>
                <Figure text={d.suspects[0]!.logged.text} from="measured" label="logged" />
                <MassOf mass={d.likelier} label="the rest of the log says" />
              </>
            )}
          </Row>
          {onEntry && (
            <Button size="inline" className={styles.toEntry} onClick={() => onEntry(d.suspects[0]!.entryId)}>
              Go to the entry
            </Button>
          )}
        </Notice>
      ))}
    </Column>
  );
}

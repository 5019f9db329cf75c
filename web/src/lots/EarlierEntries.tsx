import Button from '@mui/material/Button';
import type { Schema } from '../api/client';
import { ProblemNotice } from '../ui/Notices';
import { EntryList } from './EntryList';
import { useEarlier } from './queries';
import layout from '../ui/layout.module.css';
import styles from './EarlierEntries.module.css';

/** The entries further back, asked for a page at a time. */
export function EarlierEntries({
  code,
  lotId,
  fibre,
  earlier,
  before,
}: {
  code: string;
  lotId: string;
  fibre: Schema['Fibre'];
  earlier: number;
  before: string | undefined;
}) {
  const pages = useEarlier(code, before);
  const left = pages.data?.pages.at(-1)?.earlier ?? earlier;
  if (earlier === 0) return null;
  return (
    <div className={styles.earlierEntries}>
      {pages.data?.pages.map((page) => (
        <EntryList key={page.entries[0]?.id} entries={page.entries} here={code} lotId={lotId} fibre={fibre} />
      ))}
      <ProblemNotice error={pages.error} />
      {left > 0 && (
        <Button
          className={layout.selfStart}
          onClick={() => void (pages.data ? pages.fetchNextPage() : pages.refetch())}
          disabled={pages.isFetching}
        >
          {left} earlier {left === 1 ? 'entry' : 'entries'}
        </Button>
      )}
    </div>
  );
}

import ButtonBase from '@mui/material/ButtonBase';
import { useState, type ReactNode } from 'react';
import { useSend } from '../api/change';
import type { Schema } from '../api/client';
import { newKey } from '../api/keep';
import { useSession } from '../api/queries';
import { ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { ChoosePicture } from './ChoosePicture';
import { pictureName, type ColouredLot } from './picture';
import { addPhotograph, againPhotographs, usePhotographs } from './queries';
import layout from '../ui/layout.module.css';
import styles from './Photographs.module.css';
import { whenShown } from '../ui/whenShown';

const PhotographDialog = whenShown(async () => (await import('./PhotographDialog')).PhotographDialog);

/** Photographs side by side, each opens; and the way to put one there. */
export function Photographs({
  of,
  id,
  what,
  lot,
}: {
  of: Schema['PhotographOf'];
  id: string;
  /** What they are of, in words: "C-01.2". */
  what: string;
  lot?: ColouredLot;
}) {
  const photographs = usePhotographs(of, id);
  const mayAdd = useSession().data?.workshop?.role !== 'looker';
  return (
    <Column gap={1}>
      <Thumbs photographs={photographs.data?.photographs ?? []} lot={lot} />
      {mayAdd && <AddPhotograph of={of} id={id} name={`Add a photograph of ${what}`} />}
    </Column>
  );
}

/** The same for an entry among others: what is there comes from the list of its lot, which is asked for once. */
export function EntryPhotographs({ lotId, entryId, when }: { lotId: string; entryId: string; when: string }) {
  const photographs = usePhotographs('lot', lotId);
  const mayAdd = useSession().data?.workshop?.role !== 'looker';
  return (
    <>
      <Thumbs photographs={(photographs.data?.photographs ?? []).filter((p) => p.ofId === entryId)} />
      {mayAdd && (
        <AddPhotograph of="entry" id={entryId} name={`Photograph ${when}`} small>
          Photograph
        </AddPhotograph>
      )}
    </>
  );
}

function Thumbs({ photographs, lot }: { photographs: readonly Schema['PhotographView'][]; lot?: ColouredLot }) {
  const [open, setOpen] = useState<string | null>(null);
  const shown = photographs.find((p) => p.id === open);
  if (photographs.length === 0) return null;
  return (
    <>
      <Row className={layout.bareList} gap={1} component="ul" aria-label="Photographs">
        {photographs.map((p) => (
          <li key={p.id}>
            <ButtonBase className={styles.press} onClick={() => setOpen(p.id)} aria-label={`Open ${pictureName(p)}`}>
              <img className={styles.picture} src={`/api/photographs/${p.id}/small`} alt="" loading="lazy" />
            </ButtonBase>
          </li>
        ))}
      </Row>
      {shown && <PhotographDialog photograph={shown} lot={lot} close={() => setOpen(null)} />}
    </>
  );
}

function AddPhotograph({
  of,
  id,
  name,
  small,
  children = 'Add a photograph',
}: {
  of: Schema['PhotographOf'];
  id: string;
  name: string;
  small?: boolean;
  children?: ReactNode;
}) {
  const sending = useSend((file: File, key: string) => addPhotograph(of, id, file, key), againPhotographs);
  return (
    <>
      <span>
        <ChoosePicture small={small} name={name} disabled={sending.busy} chosen={(file) => sending.go(file, newKey())}>
          {sending.busy ? 'Sending …' : children}
        </ChoosePicture>
      </span>
      {sending.away && <span>The server is away: it is sent again by itself while this page is open.</span>}
      <ProblemNotice error={sending.error} />
    </>
  );
}

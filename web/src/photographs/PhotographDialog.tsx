import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { useChange } from '../api/change';
import { api, type Schema } from '../api/client';
import { refreshLog, useSession } from '../api/queries';
import { Notice, ProblemNotice } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { FormDialog } from '../ui/FormDialog';
import { Row } from '../ui/layouts';
import { onDayTime } from '../live/time';
import { PictureColours } from './PictureColours';
import { pictureName, type ColouredLot } from './picture';
import { againPhotographs, useColours } from './queries';
import layout from '../ui/layout.module.css';
import typography from '../ui/typography.module.css';
import styles from './PhotographDialog.module.css';

/** A photograph as large as the page has room for, with what is written under it and the colours in it. */
export function PhotographDialog({
  photograph: p,
  lot,
  close,
}: {
  photograph: Schema['PhotographView'];
  lot?: ColouredLot;
  close: () => void;
}) {
  const mayChange = useSession().data?.workshop?.role !== 'looker';
  const [caption, setCaption] = useState(p.caption);
  const [coloured, setColoured] = useState(false);
  const colours = useColours(p.id, 'blend', coloured);
  const writing = useChange(
    () => api.PUT('/api/photographs/{id}', { params: { path: { id: p.id } }, body: { caption } }),
    againPhotographs,
  );
  const removing = useChange(
    () => api.DELETE('/api/photographs/{id}', { params: { path: { id: p.id } } }),
    async () => {
      close();
      await againPhotographs();
    },
  );
  const colouring = useChange(
    (code: string) =>
      api.PATCH('/api/lots/{id}/facts', {
        params: { path: { id: lot!.id } },
        body: { breedAsWritten: false, colour: `${lot!.colour.replace(/#[0-9a-f]{6}/gi, '').trim()} ${code}`.trim() },
      }),
    refreshLog,
  );
  return (
    <FormDialog
      title={pictureName(p)}
      close={close}
      wide
      actions={
        <>
          {mayChange && <TwiceButton label="Take it out" sure="Take it out for good" onSure={() => removing.go()} />}
          <Button onClick={close}>Close</Button>
        </>
      }
    >
      <img
        className={styles.picture}
        style={{ maxHeight: coloured ? '26vh' : '58vh' }}
        src={`/api/photographs/${p.id}/picture`}
        alt={pictureName(p)}
        width={p.width}
        height={p.height}
      />
      <p className={typography.quiet}>
        {onDayTime(p.addedAt)}, {p.who}
      </p>
      {mayChange && (
        <Row align="start" gap={1}>
          <TextField
            className={styles.field}
            label="Written under it"
            value={caption}
            onChange={(e) => {
              writing.clear();
              setCaption(e.target.value);
            }}
            error={!!writing.at('caption')}
            helperText={writing.at('caption')}
          />
          <Button
            className={layout.above6}
            variant="outlined"
            disabled={writing.busy || caption.trim() === p.caption}
            onClick={() => writing.go()}
          >
            Note it
          </Button>
        </Row>
      )}
      {!coloured ? (
        <div>
          <Button variant="outlined" onClick={() => setColoured(true)}>
            Its main colours
          </Button>
        </div>
      ) : (
        colours.data && (
          <PictureColours
            colours={colours.data}
            take={
              lot && mayChange
                ? { word: (c) => `${lot.code} has this colour: ${c}`, go: (c) => colouring.go(c), short: 'Its colour' }
                : undefined
            }
          />
        )
      )}
      {lot && colouring.busy === false && lot.colour.includes('#') && coloured && (
        <Notice tone="kept">
          {lot.code} is noted as {lot.colour}.
        </Notice>
      )}
      <ProblemNotice error={colours.error ?? colouring.error ?? removing.error ?? writing.besides('caption')} />
    </FormDialog>
  );
}

import Button from '@mui/material/Button';
import { useState } from 'react';
import { useChange } from '../api/change';
import type { Schema } from '../api/client';
import { Notice, ProblemNotice } from '../ui/Notices';
import { Column, Row } from '../ui/layouts';
import { ChoosePicture } from './ChoosePicture';
import { PictureColours } from './PictureColours';
import { coloursOf } from './queries';

/** A picture is chosen, and its main colours become what the bench makes of them. The picture itself is not kept. */
export function FromPhotograph({
  step,
  takeWord,
  mayTake,
  take,
}: {
  step: Schema['StepKind'];
  takeWord: string;
  mayTake: (colours: Schema['PictureColours']) => boolean;
  take: (colours: Schema['PictureColours']) => void;
}) {
  const [colours, setColours] = useState<Schema['PictureColours'] | null>(null);
  const reading = useChange((file: File) => coloursOf(file, step), setColours);
  return (
    <Column gap={1}>
      <Row gap={1}>
        <ChoosePicture disabled={reading.busy} chosen={(file) => reading.go(file)}>
          {reading.busy ? 'Looking at it …' : 'Colours from a photograph'}
        </ChoosePicture>
        {colours && (
          <>
            <Button
              variant="contained"
              disabled={!mayTake(colours)}
              onClick={() => {
                take(colours);
                setColours(null);
              }}
            >
              {takeWord}
            </Button>
            <Button onClick={() => setColours(null)}>Put it away</Button>
          </>
        )}
      </Row>
      {colours && <PictureColours colours={colours} />}
      {colours && !mayTake(colours) && (
        <Notice tone="watch">Note the colours of your lots, by a word or from a photograph, and they are found.</Notice>
      )}
      <ProblemNotice error={reading.error} />
    </Column>
  );
}

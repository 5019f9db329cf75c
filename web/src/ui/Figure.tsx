import { Box } from './Box';
import { ButtonBase } from './ButtonBase';
import { Typography } from './Typography';
import { lazy, Suspense, useState } from 'react';
import type { Schema } from '../api/client';
import { headFont } from './tones';
import { parts } from './mui/parts';
import { fromWord } from './words';

const Workings = lazy(parts.workings);

interface FigureProps {
  text: string;
  from: Schema['Provenance'];
  label?: string;
  giveOrTake?: string | null;
  /** What stands behind ± is a band that holds eight in ten, and no standard deviation. */
  band?: boolean;
  working?: Schema['Working'] | null;
  size?: 'big' | 'middle' | 'small';
}

const sizes = { big: '2.5rem', middle: '1.5rem', small: '1rem' };

/** A number with its unit and the word for where it comes from; one with a working opens it. */
export function Figure({ text, from, label, giveOrTake, band, working, size = 'middle' }: FigureProps) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const body = (
    <Box component="span" sx={{ display: 'block', textAlign: 'left' }}>
      {label && (
        <Box component="span" sx={{ display: 'block', color: 'text.secondary', fontSize: '0.85rem' }}>
          {label}
        </Box>
      )}
      <Box
        component="span"
        sx={{ display: 'block', fontFamily: headFont, fontSize: sizes[size], lineHeight: 1.1, whiteSpace: 'nowrap' }}
      >
        {text}
      </Box>
      <Box component="span" sx={{ display: 'block', color: 'text.secondary', fontSize: '0.8rem' }}>
        {giveOrTake ? `±${giveOrTake} · ` : ''}
        <Box
          component="span"
          sx={working || giveOrTake ? { textDecoration: 'underline dotted', textUnderlineOffset: '3px' } : {}}
        >
          {fromWord[from]}
        </Box>
      </Box>
    </Box>
  );
  if (!working && !giveOrTake) return body;
  return (
    <>
      <ButtonBase
        onClick={(e) => setAnchor(e.currentTarget)}
        aria-haspopup="dialog"
        aria-label={`${label ? `${label}: ` : ''}${text}, ${fromWord[from]}. ${working ? 'Show the working' : 'How surely'}`}
        sx={{ borderRadius: 1, justifyContent: 'flex-start', font: 'inherit' }}
      >
        {body}
      </ButtonBase>
      {anchor && (
        <Suspense fallback={null}>
          <Workings at={anchor} close={() => setAnchor(null)} label={`How ${label ?? 'it'} was worked out`}>
            {working && <WorkingTable working={working} />}
            {giveOrTake && <Surely giveOrTake={giveOrTake} band={band} />}
          </Workings>
        </Suspense>
      )}
    </>
  );
}

const Surely = ({ giveOrTake, band }: { giveOrTake: string; band?: boolean }) => (
  <Typography sx={{ mt: 1, fontSize: '0.85rem' }}>
    ±{giveOrTake}: {band ? 'eight times in ten' : 'two times in three'} the true value lies no further away than that.
  </Typography>
);

export function WorkingTable({ working }: { working: Schema['Working'] }) {
  return (
    <>
      <Typography sx={{ mb: 1 }}>{working.formula}</Typography>
      <Box component="dl" sx={{ m: 0, display: 'grid', gridTemplateColumns: 'auto auto', columnGap: 2, rowGap: 0.5 }}>
        {working.inputs.map((input) => (
          <Box key={input.name} sx={{ display: 'contents' }}>
            <Box component="dt" sx={{ color: 'text.secondary' }}>
              {input.name}
            </Box>
            <Box component="dd" sx={{ m: 0, textAlign: 'right' }}>
              {input.value}
            </Box>
          </Box>
        ))}
      </Box>
      <Typography sx={{ mt: 1, color: 'text.secondary', fontSize: '0.85rem' }}>Source: {working.source}</Typography>
    </>
  );
}

export function MassOf({ mass, ...rest }: { mass: Schema['MassFigure'] } & Omit<FigureProps, 'text' | 'from'>) {
  return <Figure text={mass.text} from={mass.from} giveOrTake={mass.giveOrTake} working={mass.working} {...rest} />;
}

export function NumberOf({ number, ...rest }: { number: Schema['NumberFigure'] } & Omit<FigureProps, 'text' | 'from'>) {
  return <Figure text={number.text} from={number.from} working={number.working} {...rest} />;
}

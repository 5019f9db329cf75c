import ToggleButton from '@mui/material/ToggleButton';
import ToggleButtonGroup from '@mui/material/ToggleButtonGroup';
import type { Schema } from '../api/client';
import { PlyPicture, type Plied } from '../drawings/PlyPicture';
import { Column, Row } from '../ui/layouts';
import typography from '../ui/typography.module.css';
import styles from './PliesAndTwist.module.css';

const kinds: readonly (Plied & { name: string })[] = [
  { name: 'singles', plies: 1, structure: 'plain' },
  { name: 'two-ply', plies: 2, structure: 'plain' },
  { name: 'three-ply', plies: 3, structure: 'plain' },
  { name: 'four-ply', plies: 4, structure: 'plain' },
  { name: 'chain ply', plies: 3, structure: 'chain' },
  { name: 'cable', plies: 4, structure: 'cable' },
];

const twists: Record<Schema['TwistDirection'], string> = { s: 'S', z: 'Z' };

/** Plies and twist of a yarn, chosen by how it looks: of one that was bought nobody knows more. */
export function PliesAndTwist({
  plies,
  structure,
  twist,
  choose,
  turn,
}: Omit<Plied, 'plies'> & {
  /** Null where nothing is said and the fibre is not known. */
  plies: number | null;
  twist: Schema['TwistDirection'] | null;
  choose: (kind: Plied) => void;
  /** Tapped again nothing is said of it. */
  turn: (twist: Schema['TwistDirection'] | null) => void;
}) {
  const now = kinds.find((k) => k.structure === structure && (structure !== 'plain' || k.plies === plies));
  return (
    <Row align="end" gap={2}>
      <Column gap={0.5}>
        <span className={typography.quiet} id="made-of">
          It is made of
        </span>
        <ToggleButtonGroup
          className={styles.kinds}
          exclusive
          size="small"
          aria-labelledby="made-of"
          value={now?.name ?? null}
          onChange={(_, name: string | null) => {
            const kind = kinds.find((k) => k.name === name);
            if (kind) choose(kind);
          }}
        >
          {kinds.map((k) => (
            <ToggleButton key={k.name} value={k.name} className={styles.kind}>
              <PlyPicture plies={k.plies} structure={k.structure} twist={twist ?? (k.plies === 1 ? 'z' : 's')} />
              {k.name}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Column>
      <Column gap={0.5}>
        <span className={typography.quiet} id="slants-as">
          It slants as
        </span>
        <ToggleButtonGroup
          exclusive
          size="small"
          aria-labelledby="slants-as"
          value={twist}
          onChange={(_, next: Schema['TwistDirection'] | null) => turn(next)}
        >
          {(['s', 'z'] as const).map((t) => (
            <ToggleButton key={t} value={t} className={styles.kind} aria-label={`the middle of an ${twists[t]}`}>
              <PlyPicture plies={2} structure="plain" twist={t} />
              {twists[t]}
            </ToggleButton>
          ))}
        </ToggleButtonGroup>
      </Column>
    </Row>
  );
}

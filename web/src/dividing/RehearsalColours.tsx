import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { FromPhotograph } from '../photographs/FromPhotograph';
import { Row } from '../ui/layouts';
import { parentage } from '../ui/words';
import { letters, nextName, type RehearsalForm } from './rehearsalForm';
import layout from '../ui/layout.module.css';
import styles from './RehearseBench.module.css';

/** So many lots stand there as buttons; the others are found by what they are. */
const few = 12;

/** The colours with where each comes from. */
export function RehearsalColours({ form: { lots, free, state, set, setColour, at, view } }: { form: RehearsalForm }) {
  const add = (lotId: string) =>
    set({ colours: [...state.colours, { name: nextName(state.colours), lotId, colour: '' }] });
  return (
    <>
      <h2>Colours</h2>
      {state.colours.map((c, i) => {
        const lot = lots.find((l) => l.id === c.lotId);
        const need = view?.needs[i];
        return (
          <Row align="start" key={c.name} gap={1}>
            <p className={styles.sentence}>{c.name}</p>
            <TextField
              style={{ width: 240 }}
              label={lot ? `${lot.code}, its colour` : 'Colour'}
              value={c.colour}
              onChange={(e) => setColour(i, { colour: e.target.value })}
              placeholder={lot?.colour || 'a word, or #C04020'}
              error={!!at(`colours[${i}].colour`)}
              helperText={
                at(`colours[${i}].colour`) ??
                (need ? `${need.strips} ${need.strips === 1 ? 'strip' : 'strips'}, ${need.mass.text}` : undefined)
              }
            />
            <TextField
              slotProps={{ inputLabel: { shrink: true } }}
              style={{ width: 90 }}
              type="color"
              label={`Pick ${c.name}`}
              value={need?.colour.toLowerCase() ?? '#e9ddc6'}
              onChange={(e) => setColour(i, { colour: e.target.value.toUpperCase() })}
            />
            <Button className={layout.above6} onClick={() => set({ colours: state.colours.filter((_, k) => k !== i) })}>
              Take {c.name} out
            </Button>
          </Row>
        );
      })}
      <Row gap={1}>
        {free.slice(0, few).map((l) => (
          <Button key={l.id} variant="outlined" size="small" onClick={() => add(l.id)}>
            {l.code}
            {l.colour ? `, ${l.colour}` : ''}
          </Button>
        ))}
        <Button
          variant="outlined"
          size="small"
          onClick={() =>
            set({ colours: [...state.colours, { name: nextName(state.colours), lotId: null, colour: '#B7881B' }] })
          }
        >
          A colour of no lot
        </Button>
        {free.length > few && (
          <Autocomplete
            // Made anew after each choice, so that it is empty for the next.
            key={state.colours.length}
            style={{ width: 260 }}
            size="small"
            options={free}
            getOptionLabel={(l) => [l.code, l.colour, parentage(l.parentage)].filter(Boolean).join(', ')}
            getOptionKey={(l) => l.id}
            onChange={(_, l) => l && add(l.id)}
            renderInput={(params) => <TextField {...params} label="Any other lot" placeholder="code, colour, breed" />}
          />
        )}
      </Row>
      <FromPhotograph
        step="divide"
        takeWord="Lay strips of these"
        mayTake={() => true}
        take={(c) =>
          set({
            // What there is keeps the lot's own colour; what is lacking is the picture's.
            colours: c.colours.map((p, i) => ({
              name: letters[i]!,
              lotId: p.isLacking ? null : (lots.find((l) => l.id === p.nearest?.id)?.id ?? null),
              colour: p.isLacking || !lots.some((l) => l.id === p.nearest?.id) ? p.colour : '',
            })),
            repeat: c.repeat.map((at) => letters[at]).join(' '),
          })
        }
      />
    </>
  );
}

import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { api, need, type Schema } from '../api/client';
import { SelectField } from '../ui/SelectField';
import { ProblemNotice } from '../ui/Notices';
import { fromRecipe, type PlanState } from './planState';
import { invalidate } from '../api/queries';
import { useChange } from '../api/change';
import { Column, Row } from '../ui/layouts';
import styles from './RecipeBar.module.css';

interface Props {
  house: Schema['WashHouse'];
  recipeId: string;
  departures: readonly string[];
  wish: Schema['ScourWishRequest'];
  choose: (part: Partial<PlanState>) => void;
  told: (sentence: string) => void;
}

/** A wash that went well is kept under a name; the next starts from it and logs only what differed. */
export function RecipeBar({ house, recipeId, departures, wish, choose, told }: Props) {
  const [name, setName] = useState('');
  const keeping = useChange(
    () => need(api.POST('/api/scouring/recipes', { body: { name, wish } })),
    async (kept) => {
      await invalidate(['/api/scouring']);
      choose(fromRecipe(kept));
      setName('');
      told(`Kept as ${kept.name}.`);
    },
  );
  const dropping = useChange(
    () => api.DELETE('/api/scouring/recipes/{id}', { params: { path: { id: recipeId } } }),
    async () => {
      await invalidate(['/api/scouring']);
      choose({ recipeId: '' });
    },
  );
  return (
    <Column gap={1}>
      <Row align="start" gap={1.5}>
        <SelectField
          className={styles.field}
          label="Start from"
          value={recipeId}
          onChange={(id) => {
            const recipe = house.recipes.find((r) => r.id === id);
            choose(recipe ? fromRecipe(recipe) : { recipeId: '' });
          }}
          words={Object.fromEntries([['', 'no recipe'], ...house.recipes.map((r) => [r.id, r.name] as const)])}
        />
        {recipeId && <Button onClick={() => dropping.go()}>Take it off the list</Button>}
        <TextField label="Keep as" value={name} onChange={(e) => setName(e.target.value)} />
        <Button onClick={() => keeping.go()} disabled={name.trim() === ''}>
          Keep this wash as a recipe
        </Button>
      </Row>
      {departures.length > 0 && <p>Differs from it: {departures.join('; ')}.</p>}
      <ProblemNotice error={keeping.error ?? dropping.error} />
    </Column>
  );
}

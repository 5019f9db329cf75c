import { useNavigate } from 'react-router';
import { api, queryClient, type Schema } from '../api/client';
import { useChange } from '../api/change';
import { SelectField } from '../ui/SelectField';
import styles from './HeadStrip.module.css';

/** Changes between the workshops a person belongs to; nothing of the one before stays on the screen. */
export default function ChooseWorkshop({ session }: { session: Schema['SessionState'] }) {
  const navigate = useNavigate();
  const choosing = useChange(
    (workshopId: string) => api.POST('/api/session/workshop', { body: { workshopId } }),
    async () => {
      await navigate('/');
      await queryClient.resetQueries();
    },
  );
  return (
    <SelectField
      className={styles.workshops}
      label="Workshop"
      value={session.workshop!.id}
      onChange={choosing.go}
      words={Object.fromEntries(session.workshops.map((w) => [w.id, w.name]))}
      disabled={choosing.busy}
      error={choosing.error !== null}
      helperText={choosing.error?.message}
    />
  );
}

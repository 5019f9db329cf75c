import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, queryClient } from '../api/client';
import { ProblemNotice, Section } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';

/** The demo as it was at first; what was logged in it is thrown away, so it asks once more. */
export function StartAfresh() {
  const navigate = useNavigate();
  const [error, setError] = useState<unknown>(null);
  const afresh = async () => {
    setError(null);
    try {
      await api.POST('/api/session/demo/afresh');
      await queryClient.resetQueries();
      void navigate('/');
    } catch (e) {
      setError(e);
    }
  };
  return (
    <Section title="This demo">
      <Typography sx={{ mb: 1 }}>
        It is this browser’s alone: nobody else sees what is logged here. After a week without a visit it is gone.
      </Typography>
      <TwiceButton label="Start afresh" sure="Throw this demo away" onSure={() => void afresh()} />
      <ProblemNotice error={error} />
    </Section>
  );
}

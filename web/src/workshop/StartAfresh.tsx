import { useNavigate } from 'react-router';
import { api, queryClient } from '../api/client';
import { ProblemNotice, Section } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { useChange } from '../api/change';
import layout from '../ui/layout.module.css';

/** The demo as it was at first; what was logged in it is thrown away, so it asks once more. */
export function StartAfresh() {
  const navigate = useNavigate();
  const beginning = useChange(
    () => api.POST('/api/session/demo/afresh'),
    async () => {
      await queryClient.resetQueries();
      void navigate('/');
    },
  );
  return (
    <Section title="This demo">
      <p className={layout.below8}>
        It is this browser’s alone: nobody else sees what is logged here. After a week without a visit it is gone.
      </p>
      <TwiceButton label="Start afresh" sure="Throw this demo away" onSure={() => beginning.go()} />
      <ProblemNotice error={beginning.error} />
    </Section>
  );
}

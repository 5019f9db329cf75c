import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useState, type FormEvent } from 'react';
import { useNavigate } from 'react-router';
import { useChange } from '../api/change';
import { api, queryClient } from '../api/client';
import { Row } from '../ui/layouts';
import { ProblemNotice, Section } from '../ui/Notices';

/** Joining a further workshop with a code: from then on the head strip changes between them. */
export function AnotherWorkshop() {
  const navigate = useNavigate();
  const [invitationCode, setCode] = useState('');
  const joining = useChange(
    () => api.POST('/api/session/join', { body: { invitationCode: invitationCode.trim() } }),
    async () => {
      await navigate('/');
      await queryClient.resetQueries();
    },
  );
  const join = (e: FormEvent) => {
    e.preventDefault();
    if (invitationCode.trim()) joining.go();
  };
  return (
    <Section title="Another workshop">
      <Row component="form" aria-label="Another workshop" gap={1} align="start" onSubmit={join} noValidate>
        <TextField
          label="Invitation code"
          value={invitationCode}
          onChange={(e) => {
            joining.clear();
            setCode(e.target.value);
          }}
          error={!!joining.at('invitationCode')}
          helperText={joining.at('invitationCode') ?? 'from the owner of that workshop; this one stays yours'}
          slotProps={{ htmlInput: { maxLength: 40, autoComplete: 'off' } }}
        />
        <Button type="submit" disabled={joining.busy || !invitationCode.trim()}>
          Join it
        </Button>
      </Row>
      <ProblemNotice error={joining.besides('invitationCode')} />
    </Section>
  );
}

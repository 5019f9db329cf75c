import Button from '@mui/material/Button';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { api, queryClient, type Schema } from '../api/client';
import { invalidate, useSession } from '../api/queries';
import { SelectField } from '../ui/SelectField';
import { Notice, ProblemNotice, Section } from '../ui/Notices';
import { TwiceButton } from '../ui/TwiceButton';
import { roleWord } from '../ui/words';
import { useChanges } from '../api/change';
import { Row } from '../ui/layouts';
import layout from '../ui/layout.module.css';
import styles from './People.module.css';

/** Who works here, with which role; who is invited, who leaves, who has forgotten the password. */
export function People({ shop }: { shop: Schema['WorkshopPage'] }) {
  const [role, setRole] = useState<Schema['MemberRole']>('preparer');
  const [invitation, setInvitation] = useState<Schema['Invitation'] | null>(null);
  const change = useChanges(() => invalidate(['/api/workshop']));
  const [code, setCode] = useState<{ name: string; code: string } | null>(null);
  const session = useSession();
  const navigate = useNavigate();
  // A demo is one browser's alone: nobody is invited into it.
  const owner = shop.yourRole === 'owner' && !session.data?.isDemo;
  const leave = (id: string) =>
    change.go(async () => {
      await api.DELETE('/api/workshop/people/{id}', { params: { path: { id } } });
      await queryClient.resetQueries();
      void navigate('/door');
    });
  return (
    <Section title="People">
      <ul className={styles.list}>
        {shop.people.map((p) => (
          <li className={styles.item} key={p.id}>
            <span className={styles.word}>
              {p.name}
              {p.you ? ' (you)' : ''}
            </span>
            {owner && !p.you ? (
              <>
                <SelectField
                  label={`Role of ${p.name}`}
                  value={p.role}
                  words={roleWord}
                  onChange={(next) =>
                    change.go(() =>
                      api.PUT('/api/workshop/people/{id}', { params: { path: { id: p.id } }, body: { role: next } }),
                    )
                  }
                />
                <TwiceButton
                  label="Remove"
                  sure={`Remove ${p.name}`}
                  onSure={() =>
                    change.go(() => api.DELETE('/api/workshop/people/{id}', { params: { path: { id: p.id } } }))
                  }
                />
                <Button
                  onClick={() =>
                    change.go(async () =>
                      setCode({
                        name: p.name,
                        code: (
                          await api.POST('/api/workshop/people/{id}/reset-code', { params: { path: { id: p.id } } })
                        ).data!.code,
                      }),
                    )
                  }
                >
                  Forgot the password
                </Button>
              </>
            ) : (
              <>
                <span>{roleWord[p.role]}</span>
                {p.you && shop.people.length > 1 && !session.data?.isDemo && (
                  <TwiceButton label="Leave this workshop" sure="Leave it for good" onSure={() => leave(p.id)} />
                )}
              </>
            )}
          </li>
        ))}
      </ul>
      <ProblemNotice error={change.error} />
      {owner && (
        <Row align="center" className={layout.above16} gap={2}>
          <SelectField
            className={styles.field}
            label="Invite somebody who"
            value={role}
            onChange={setRole}
            words={{ preparer: 'prepares', looker: 'only looks', owner: 'owns it too' }}
          />
          <Button
            variant="outlined"
            onClick={() =>
              change.go(async () =>
                setInvitation((await api.POST('/api/workshop/invitations', { body: { role } })).data!),
              )
            }
          >
            Make an invitation
          </Button>
        </Row>
      )}
      {code && (
        <Notice tone="kept">
          Code for {code.name}: <strong>{code.code}</strong>. With it and the email a new password is set at the door,
          once, within a day. It is not shown again.
        </Notice>
      )}
      {invitation && (
        <Notice tone="kept">
          Code <strong>{invitation.code}</strong>. It opens the door once, within seven days, and is not shown again.
        </Notice>
      )}
    </Section>
  );
}

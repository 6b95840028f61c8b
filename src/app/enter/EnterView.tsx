'use client';
import { useState } from 'react';
import { postJson, ErrorCallout, type ActionError } from '@/ui/Actions';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { PageTitle, Panel, Stack, Page } from '@/ui/Layout';

/** The door, when the studio is reached from another machine. */
export function EnterView() {
  const [phrase, setPhrase] = useState('');
  const [error, setError] = useState<ActionError | null>(null);
  const enter = async () => {
    const answer = await postJson('/api/enter', { phrase });
    if ('error' in answer) setError(answer.error);
    else location.assign('/');
  };
  return (
    <Page style={{ maxWidth: 460, margin: '12vh auto 0' }}>
      <Panel>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void enter();
          }}
        >
          <Stack>
            <PageTitle>Glassine</PageTitle>
            <Field label="Passphrase" type="password" value={phrase} onChange={setPhrase} autoFocus />
            <ErrorCallout error={error} />
            <div>
              <Button main type="submit" isDisabled={!phrase}>
                Come in
              </Button>
            </div>
          </Stack>
        </form>
      </Panel>
    </Page>
  );
}

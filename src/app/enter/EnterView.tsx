'use client';
import { useState } from 'react';
import { postJson, TroubleNote, type Trouble } from '@/ui/Acts';
import { Button } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { PageTitle, Sheet, Stack, Wall } from '@/ui/Layout';

/** The door, when the studio is reached from another machine. */
export function EnterView() {
  const [phrase, setPhrase] = useState('');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const enter = async () => {
    const answer = await postJson('/api/enter', { phrase });
    if ('trouble' in answer) setTrouble(answer.trouble);
    else location.assign('/');
  };
  return (
    <Wall style={{ maxWidth: 460, margin: '12vh auto 0' }}>
      <Sheet>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            void enter();
          }}
        >
          <Stack>
            <PageTitle>Glassine</PageTitle>
            <Field label="Passphrase" type="password" value={phrase} onChange={setPhrase} autoFocus />
            <TroubleNote trouble={trouble} />
            <div>
              <Button main type="submit" isDisabled={!phrase}>
                Come in
              </Button>
            </div>
          </Stack>
        </form>
      </Sheet>
    </Wall>
  );
}

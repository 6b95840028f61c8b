'use client';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import { ActionSheet } from '@/app/ActionSheet';
import { useAction } from '@/app/useAction';
import type { PhotographModel } from '@/app/models';
import { PHOTOGRAPH_OF, type PhotographOf } from '@/core/works';
import { ErrorCallout, useAnnounce, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { FilePick } from '@/ui/FilePick';
import type { Ask } from '@/ui/form/fields';
import { PanelTitle, Small, Stack } from '@/ui/Layout';
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';

const Strip = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 18px;
  li {
    width: 168px;
    display: grid;
    gap: 4px;
    align-content: start;
  }
  button {
    all: unset;
    cursor: pointer;
    display: grid;
    place-items: center;
    height: 126px;
    background: ${t.second};
    border: 1px solid ${t.line};
  }
  button:focus-visible {
    outline: 2px solid ${t.ink};
    outline-offset: 2px;
  }
  img {
    max-width: 100%;
    max-height: 124px;
    display: block;
  }
`;
const Large = styled.img`
  display: block;
  max-width: 100%;
  max-height: 46vh;
  margin: 0 auto 12px;
`;

type Props = { workId: string; title: string; list: PhotographModel[]; today: string };

/** What an insurer and a restorer ask for: its front, its back, its signature, and each damage on the day it was seen. */
export function Photographs({ workId, title, list, today }: Props) {
  const { date } = useUnits();
  const [isAdding, setAdding] = useState(false);
  const [openId, setOpenId] = useState<string | null>(null);
  const open = list.find((each) => each.id === openId);
  const missing = PHOTOGRAPH_OF.filter(
    (shows) => shows !== 'damage' && shows !== 'detail' && !list.some((each) => each.shows === shows),
  );
  return (
    <section style={{ marginTop: 26 }}>
      <PanelTitle>
        Photographs of it <span>{list.length}</span>
      </PanelTitle>
      <Stack $gap={12} style={{ paddingTop: 8 }}>
        {list.length > 0 && (
          <Strip aria-label="Photographs of it">
            {list.map((each) => (
              <li key={each.id}>
                <button
                  type="button"
                  aria-label={`Look at the photograph of its ${each.shows}`}
                  onClick={() => setOpenId(each.id)}
                >
                  <img src={`/api/pictures/${each.sha256}/thumb`} alt="" loading="lazy" />
                </button>
                <strong>{each.shows}</strong>
                <Small>
                  {date(each.takenOn)}
                  {each.words && `: ${each.words}`}
                </Small>
              </li>
            ))}
          </Strip>
        )}
        {missing.length > 0 && <Small>Not photographed yet: {missing.join(', ')}.</Small>}
        {isAdding ? (
          <AddPhotograph
            workId={workId}
            first={missing[0] ?? 'damage'}
            today={today}
            onClose={() => setAdding(false)}
          />
        ) : (
          <Row>
            <Button onPress={() => setAdding(true)}>Add a photograph</Button>
          </Row>
        )}
      </Stack>
      {open && <OnePhotograph photograph={open} title={title} onClose={() => setOpenId(null)} />}
    </section>
  );
}

function AddPhotograph({
  workId,
  first,
  today,
  onClose,
}: {
  workId: string;
  first: PhotographOf;
  today: string;
  onClose: () => void;
}) {
  const router = useRouter();
  const say = useAnnounce();
  const [file, setFile] = useState<File | null>(null);
  const [shows, setShows] = useState<PhotographOf>(first);
  const [takenOn, setTakenOn] = useState(today);
  const [words, setWords] = useState('');
  const { upload, isSending, send: sendUp } = useUpload();
  const [error, setError] = useState<ActionError | null>(null);
  const send = async () => {
    if (!file) return;
    setError(null);
    const query = new URLSearchParams({ work: workId, name: file.name, shows, words, takenOn });
    const answer = await sendUp(`/api/photographs?${query}`, file);
    if ('error' in answer) return setError(answer.error);
    say(answer.done);
    router.refresh();
    onClose();
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void send();
      }}
    >
      <Stack $gap={10} style={{ maxWidth: 620 }}>
        <FilePick label="Photograph" accept=".jpg,.jpeg,.png,.webp,.tif,.tiff" onFile={setFile} />
        <Fields $columns="repeat(auto-fit, minmax(150px, 1fr))">
          <Select
            label="It shows"
            value={shows}
            onChange={setShows}
            options={PHOTOGRAPH_OF.map((each) => ({ key: each, name: each }))}
          />
          <Field
            label="Taken on"
            type="date"
            value={takenOn}
            onChange={setTakenOn}
            wrong={error?.field === 'takenOn' ? `Expected ${error.expected}.` : null}
          />
          <Field
            label="In words"
            value={words}
            onChange={setWords}
            placeholder="a rub at the left chimney"
          />
        </Fields>
        <UploadProgress upload={upload} />
        <ErrorCallout error={error} fields={['takenOn']} />
        <Row>
          <Button main type="submit" isDisabled={!file || isSending}>
            {isSending ? 'Coming in…' : 'Keep it'}
          </Button>
          <Button quiet onPress={onClose}>
            Leave it
          </Button>
        </Row>
      </Stack>
    </form>
  );
}

const ASKS: readonly Ask[] = [
  {
    kind: 'choice',
    name: 'shows',
    label: 'It shows',
    options: PHOTOGRAPH_OF.map((each) => ({ key: each, name: each })),
  },
  { kind: 'day', name: 'takenOn', label: 'Taken on', required: true },
  { kind: 'text', name: 'words', label: 'In words' },
];

function OnePhotograph({
  photograph,
  title,
  onClose,
}: {
  photograph: PhotographModel;
  title: string;
  onClose: () => void;
}) {
  const action = useAction();
  const takeOut = async () => {
    if (await action.run('removePhotograph', { id: photograph.id })) onClose();
  };
  return (
    <ActionSheet
      act="describePhotograph"
      title={`${title}: its ${photograph.shows}`}
      label="Keep this"
      about={photograph.id}
      width={780}
      asks={ASKS}
      first={{
        shows: photograph.shows,
        takenOn: photograph.takenOn ?? '',
        words: photograph.words,
      }}
      input={(values) => ({ id: photograph.id, ...values })}
      onClose={onClose}
      below={() => (
        <Row>
          <Button quiet isDisabled={action.isPending} onPress={() => void takeOut()}>
            Take this photograph out
          </Button>
          <ErrorCallout error={action.error} />
        </Row>
      )}
    >
      <Large
        src={`/api/pictures/${photograph.sha256}/view`}
        alt={`Its ${photograph.shows}. ${photograph.words}`}
      />
    </ActionSheet>
  );
}

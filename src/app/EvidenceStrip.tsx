'use client';
import { useRouter } from 'next/navigation';
import { useId, useState } from 'react';
import styled from 'styled-components';
import type { Evidence, Pictured } from '@/core/notes';
import { ErrorCallout, useAnnounce, type ActionError } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Small } from '@/ui/Layout';
import { UploadProgress, useUpload } from '@/ui/useUpload';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { ActionSheet } from './ActionSheet';
import { useAction } from './useAction';

const Strip = styled.ul`
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin: 4px 0;
  button {
    all: unset;
    box-sizing: border-box;
    cursor: pointer;
    display: grid;
    place-items: center;
    width: 74px;
    height: 56px;
    background: ${t.second};
    border: 1px solid ${t.line};
  }
  button:focus-visible {
    outline: 2px solid ${t.ink};
    outline-offset: 2px;
  }
  img {
    max-width: 100%;
    max-height: 54px;
    display: block;
  }
`;
const Pick = styled.label`
  display: inline-flex;
  align-items: center;
  min-height: 26px;
  font-size: 13px;
  cursor: pointer;
  text-decoration: underline dotted ${t.ink3};
  text-underline-offset: 3px;
  &:focus-within {
    outline: 2px solid ${t.ink};
    outline-offset: 2px;
  }
`;
const Large = styled.img`
  display: block;
  max-width: 100%;
  max-height: 46vh;
  margin: 0 auto 12px;
`;

type Props = {
  subject: Pictured;
  subjectId: string;
  /** The line it is kept with, for those who hear it. */
  about: string;
  pictures: readonly Evidence[];
};

/** Photographs kept with one line: small beside it, large on asking; another is chosen or taken by the telephone’s own camera. */
export function EvidenceStrip({ subject, subjectId, about, pictures }: Props) {
  const [openId, setOpenId] = useState<string | null>(null);
  const open = pictures.find((each) => each.id === openId);
  return (
    <div>
      {pictures.length > 0 && (
        <Strip aria-label={`Photographs: ${about}`}>
          {pictures.map((each, i) => (
            <li key={each.id}>
              <button
                type="button"
                aria-label={`Photograph ${i + 1} of ${pictures.length}, ${each.words || about}`}
                onClick={() => setOpenId(each.id)}
              >
                <img src={`/api/pictures/${each.sha256}/thumb`} alt="" loading="lazy" />
              </button>
            </li>
          ))}
        </Strip>
      )}
      <Adding subject={subject} subjectId={subjectId} about={about} />
      {open && <OnePicture about={about} picture={open} onClose={() => setOpenId(null)} />}
    </div>
  );
}

function Adding({ subject, subjectId, about }: Omit<Props, 'pictures'>) {
  const router = useRouter();
  const announce = useAnnounce();
  const key = useId();
  const { upload, send } = useUpload();
  const [error, setError] = useState<ActionError | null>(null);
  const keep = async (files: FileList | null) => {
    setError(null);
    for (const file of files ?? []) {
      const query = new URLSearchParams({ subject, id: subjectId, name: file.name });
      const answer = await send(`/api/evidence?${query}`, file);
      // Those after it are not sent: what is wrong is seen first.
      if ('error' in answer) return setError(answer.error);
      announce(answer.done);
      router.refresh();
    }
  };
  return (
    <>
      <Pick htmlFor={key}>
        <input
          id={key}
          className="visually-hidden"
          type="file"
          multiple
          accept=".jpg,.jpeg,.png,.webp,.tif,.tiff"
          aria-label={`Add a photograph: ${about}`}
          onChange={(event) => {
            void keep(event.target.files).then(() => {
              // The same file may be chosen again after a refusal.
              event.target.value = '';
            });
          }}
        />
        Add a photograph
      </Pick>
      <UploadProgress upload={upload} />
      <ErrorCallout error={error} fields={[]} />
    </>
  );
}

function OnePicture({
  about,
  picture,
  onClose,
}: {
  about: string;
  picture: Evidence;
  onClose: () => void;
}) {
  const action = useAction();
  const { moment } = useUnits();
  const takeOut = async () => {
    if (await action.run('removeEvidence', { id: picture.id })) onClose();
  };
  return (
    <ActionSheet
      act="describeEvidence"
      title="A photograph"
      label="Keep these words"
      about={picture.id}
      width={780}
      first={{ words: picture.words }}
      asks={[{ kind: 'text', name: 'words', label: 'What it shows', hint: about }]}
      columns="1fr"
      input={({ words }) => ({ id: picture.id, words })}
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
      <Large src={`/api/pictures/${picture.sha256}/view`} alt={picture.words || about} />
      <Small>kept {moment(picture.at)}</Small>
    </ActionSheet>
  );
}

'use client';
import Link from 'next/link';
import { useState } from 'react';
import styled from 'styled-components';
import { useAction } from '@/app/useAction';
import {
  listingTextOf,
  PICTURE_KINDS,
  type ParagraphState,
  type PictureKind,
} from '@/core/listing/listing';
import { moved } from '@/core/wall/order';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Check, Field } from '@/ui/Field';
import { useJob } from '@/ui/Job';
import { Columns, PanelTitle, Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { BesideListing, type KeptProps, type ListingProps } from './ListingView';
import { SoNow } from './SoNow';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptValues } from '@/ui/form/useKeptValues';

const Sheet = styled.ol`
  border: 1px solid ${t.line};
  background: ${t.white};
  padding: 10px 22px 16px;
  max-width: 820px;
  > li {
    padding: 8px 0 7px;
    border-bottom: 1px solid ${t.hair};
    display: grid;
    gap: 5px;
  }
  > li > p {
    font: 15px/22px ${t.serif};
    white-space: pre-line;
  }
  > li[data-key='title'] > p {
    font-style: italic;
    font-size: 19px;
  }
`;

/** A listing that is kept: paragraph by paragraph, with what is no longer so marked where it stands. */
export function KeptListingPart(props: ListingProps & { kept: KeptProps }) {
  const { workId, kept, facts } = props;
  const action = useAction();
  const { sentence } = useUnits();
  const [copied, setCopied] = useState(false);
  const elsewhere = kept.untrue.filter(({ key }) => !kept.states.some((state) => state.key === key));
  const copy = () => {
    void navigator.clipboard?.writeText(listingTextOf(kept.body.paragraphs)).then(() => setCopied(true));
  };
  return (
    <Columns $aside={340}>
      <Stack $gap={14}>
        <MarkedText kind={kept.untrue.length ? 'fails' : 'holds'}>
          {kept.untrue.length
            ? `${kept.untrue.length} ${kept.untrue.length === 1 ? 'thing is' : 'things are'} no longer as said.`
            : 'All of it is so today.'}
        </MarkedText>
        <ErrorCallout error={action.error} />
        <Sheet aria-label="The listing, paragraph by paragraph">
          {kept.states.map((state) => (
            <Paragraph key={state.key} listingId={kept.id} state={state} />
          ))}
        </Sheet>
        <OwnWords listingId={kept.id} />
        {elsewhere.length > 0 && (
          <section aria-label="What it rests on">
            <PanelTitle>What it rests on</PanelTitle>
            <Stack $gap={8} style={{ marginTop: 8 }}>
              {elsewhere.map((line) => (
                <div key={line.key}>
                  <MarkedText kind={line.mark}>
                    <span>
                      {line.said} <strong>{sentence(line.now)}</strong>{' '}
                      <Link href={line.act.href} prefetch={false}>
                        {line.act.says}
                      </Link>
                    </span>
                  </MarkedText>
                </div>
              ))}
            </Stack>
          </section>
        )}
      </Stack>
      <Stack $gap={22}>
        <section aria-label="Use it">
          <PanelTitle>Use it</PanelTitle>
          <Row style={{ marginTop: 10 }}>
            <ButtonLink main href={`/api/documents/listing-zip/${workId}`} target="_blank">
              Text, pictures, lists: ZIP
            </ButtonLink>
            <Button onPress={copy}>{copied ? 'Copied' : 'Copy the text'}</Button>
          </Row>
          <Small role="status">
            {copied
              ? 'The text is on the clipboard.'
              : kept.pictures.every(({ isMade }) => isMade)
                ? 'With its pictures as they are shown below.'
                : 'Pictures that are not made yet are made when it is asked for: some seconds for a large master.'}
          </Small>
        </section>
        <Pictures workId={workId} pictures={kept.pictures} />
        <Dressing key={JSON.stringify(kept.body)} {...props} />
        <BesideListing facts={facts} />
        <Row>
          <Button onPress={() => void action.run('removeListing', { listingId: kept.id })}>
            Take the listing away
          </Button>
        </Row>
      </Stack>
    </Columns>
  );
}

/** The pictures that go with the listing as they are made, the featured one first; made beside everything else. */
function Pictures({ workId, pictures }: { workId: string; pictures: KeptProps['pictures'] }) {
  const action = useAction();
  const job = useJob();
  if (pictures.length === 0) return null;
  const missing = pictures.filter(({ isMade }) => !isMade).length;
  const make = async () => {
    const begun = await action.run('makeListingPictures', { workId });
    if (begun) job.begin(begun.job);
  };
  return (
    <section aria-label="Its pictures">
      <PanelTitle>
        Its pictures <span>{missing ? `${missing} to make` : 'made'}</span>
      </PanelTitle>
      <Made>
        {pictures.map(({ name, kind, isMade }, i) => (
          <li key={name}>
            {isMade ? (
              <a href={`/api/documents/listing-picture/${workId}.${i + 1}`} download={name}>
                <img
                  src={`/api/documents/listing-picture/${workId}.${i + 1}`}
                  alt={`The picture, ${kind}`}
                  loading="lazy"
                />
              </a>
            ) : (
              <i aria-hidden="true" />
            )}
            <Small>
              {i === 0 ? 'featured: ' : ''}
              {kind}
              {!isMade && ', not made yet'}
            </Small>
          </li>
        ))}
      </Made>
      {job.line}
      <ErrorCallout error={action.error} />
      {missing > 0 && !job.goesOn && (
        <Row>
          <Button onPress={() => void make()} isDisabled={action.isPending}>
            Make its pictures
          </Button>
        </Row>
      )}
    </section>
  );
}

const Made = styled.ul`
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 10px;
  padding: 10px 0;
  img,
  i {
    display: block;
    width: 100%;
    aspect-ratio: 4 / 3;
    object-fit: contain;
    background: ${t.second};
    border: 1px solid ${t.line};
  }
`;

function Paragraph({ listingId, state }: { listingId: string; state: ParagraphState }) {
  const { key, said, now } = state;
  const action = useAction();
  const [words, setWords] = useState<string | null>(null);
  const kept = useKeptValues(`editParagraph:${listingId}/${key}`, { words }, (begun) =>
    setWords(begun.words),
  );
  const putAway = () => {
    kept.end({ words: null });
    setWords(null);
  };
  const settle = (how: 'facts' | 'words') => void action.run('settleListing', { listingId, key, how });
  const keep = async () => {
    if (words !== null && (await action.run('editParagraph', { listingId, key, says: words }))) putAway();
  };
  return (
    <li data-key={key} data-state={state.state}>
      <DraftSlip {...kept.slip} />
      {words === null ? (
        said !== null && <p>{said}</p>
      ) : (
        <Field label="In your words" hideLabel lines={3} value={words} onChange={setWords} autoFocus />
      )}
      {state.state === 'changed' && (
        <MarkedText kind="fails">
          <span>
            So now: <SoNow said={said!} now={now!} />
          </span>
        </MarkedText>
      )}
      {state.state === 'gone' && (
        <MarkedText kind="fails">The records say nothing of the kind any more.</MarkedText>
      )}
      {state.state === 'new' && (
        <MarkedText kind="care">
          <span>
            Not said yet: <strong>{now}</strong>
          </span>
        </MarkedText>
      )}
      <ErrorCallout error={action.error} />
      <Row>
        {state.state === 'changed' && (
          <>
            <Button main onPress={() => settle('facts')}>
              Write it anew
            </Button>
            {state.isEdited && <Button onPress={() => settle('words')}>My words are right</Button>}
          </>
        )}
        {state.state === 'gone' && (
          <>
            <Button main onPress={() => settle('facts')}>
              Take it out
            </Button>
            <Button onPress={() => settle('words')}>Keep it as my own</Button>
          </>
        )}
        {state.state === 'new' && (
          <Button main onPress={() => settle('facts')}>
            Put it in
          </Button>
        )}
        {said !== null &&
          (words === null ? (
            <>
              <Button quiet aria-label={`Other words for: ${said}`} onPress={() => setWords(said)}>
                other words
              </Button>
              {state.state !== 'gone' && (
                <Button
                  quiet
                  aria-label={`Leave out: ${said}`}
                  onPress={() => void action.run('removeParagraph', { listingId, key })}
                >
                  leave it out
                </Button>
              )}
              {state.isEdited && <Small>in your words</Small>}
              {state.state === 'own' && <Small>your own, no fact behind it</Small>}
            </>
          ) : (
            <>
              <Button main isDisabled={action.isPending} onPress={() => void keep()}>
                Keep these words
              </Button>
              <Button onPress={putAway}>As it was</Button>
            </>
          ))}
      </Row>
    </li>
  );
}

function OwnWords({ listingId }: { listingId: string }) {
  const action = useAction();
  const [says, setSays] = useState('');
  const kept = useKeptValues(`addParagraph:${listingId}`, { says }, (begun) => setSays(begun.says));
  const add = async () => {
    if (!(await action.run('addParagraph', { listingId, says }))) return;
    kept.end({ says: '' });
    setSays('');
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
      style={{ maxWidth: 820 }}
    >
      <Stack $gap={8}>
        <DraftSlip {...kept.slip} />
        <Field label="A paragraph of your own" lines={2} value={says} onChange={setSays} />
        <Row>
          <Button type="submit" isDisabled={!says.trim() || action.isPending}>
            Add it
          </Button>
        </Row>
        <ErrorCallout error={action.error} />
      </Stack>
    </form>
  );
}

/** Its pictures in their order, its tags, and where it stands. */
function Dressing({ kept, channels }: ListingProps & { kept: KeptProps }) {
  const { body } = kept;
  const action = useAction();
  const [tags, setTags] = useState(body.tags.join(', '));
  const [pictures, setPictures] = useState<PictureKind[]>(body.pictures);
  const [channelIds, setChannels] = useState(body.channelIds);
  const at = channels.filter((c) => channelIds.includes(c.id));
  const limits = at.map((c) => `${c.name} takes ${c.mostTags}`);
  const count = tags.split(',').filter((tag) => tag.trim()).length;
  const draft = useKeptValues(`dressListing:${kept.id}`, { tags, pictures, channelIds }, (begun) => {
    setTags(begun.tags);
    setPictures(begun.pictures);
    setChannels(begun.channelIds);
  });
  const keep = async () => {
    if (await action.run('dressListing', { listingId: kept.id, tags, pictures, channelIds })) draft.end();
  };
  const order = [...pictures, ...PICTURE_KINDS.filter((kind) => !pictures.includes(kind))];
  return (
    <section aria-label="Pictures, tags, channels">
      <PanelTitle>Pictures, tags, channels</PanelTitle>
      <Stack $gap={10} style={{ marginTop: 8 }}>
        <DraftSlip {...draft.slip} />
        <ul aria-label="Pictures, the featured one first">
          {order.map((kind) => {
            const place = pictures.indexOf(kind);
            return (
              <li key={kind} style={{ display: 'flex', gap: 10, alignItems: 'center', minHeight: 30 }}>
                <span style={{ flex: 1 }}>
                  <Check
                    checked={place >= 0}
                    onChange={(on) =>
                      setPictures(on ? [...pictures, kind] : pictures.filter((each) => each !== kind))
                    }
                  >
                    {kind}
                    {place === 0 ? ', featured' : ''}
                  </Check>
                </span>
                {place > 0 && (
                  <Button
                    quiet
                    aria-label={`${kind}: one place up`}
                    onPress={() => setPictures(moved(pictures, place, place - 1))}
                  >
                    up
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
        <Field
          label="Tags, apart by commas"
          value={tags}
          onChange={setTags}
          lines={2}
          hint={`${count} ${count === 1 ? 'tag' : 'tags'}${limits.length ? `; ${limits.join(', ')}` : ''}`}
        />
        {channels.length > 0 && (
          <Stack $gap={4} role="group" aria-label="It stands at">
            {channels.map((channel) => (
              <Check
                key={channel.id}
                checked={channelIds.includes(channel.id)}
                onChange={(on) =>
                  setChannels(
                    on ? [...channelIds, channel.id] : channelIds.filter((each) => each !== channel.id),
                  )
                }
              >
                {channel.name}
              </Check>
            ))}
          </Stack>
        )}
        <ErrorCallout error={action.error} fields={['tags']} />
        <Row>
          <Button isDisabled={action.isPending} onPress={() => void keep()}>
            Keep these
          </Button>
        </Row>
      </Stack>
    </section>
  );
}

'use client';
import { useState } from 'react';
import styled from 'styled-components';
import type { EditionModel } from '@/app/models';
import type { SigningTable } from '@/studio/editions/editions';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Field } from '@/ui/Field';
import { useKeys } from '@/ui/Keys';
import { Page, Small } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { useUnits } from '@/ui/Units';
import { useSigning, type Done } from './useSigning';

type Props = Omit<SigningTable, 'edition'> & { edition: EditionModel };

/** Over everything else: nothing is on the table but the sheet. */
const Quiet = styled(Page)`
  position: fixed;
  inset: 0;
  z-index: 60;
  overflow: auto;
  background: ${t.wall};
  display: grid;
  grid-template-rows: auto 1fr auto;
  gap: 16px;
  padding: 24px 40px;
  ${narrow} {
    padding: 16px;
  }
`;
const Top = styled.header`
  display: flex;
  justify-content: space-between;
  align-items: baseline;
  gap: 16px;
  flex-wrap: wrap;
  h1 {
    font: italic 26px/30px ${t.serif};
  }
`;
const Middle = styled.div`
  display: grid;
  place-items: center;
  min-height: 0;
`;
const Table = styled.svg`
  max-width: 100%;
  height: auto;
  max-height: 56vh;
  text {
    font-family: ${t.serif};
    font-style: italic;
  }
`;
const Number = styled.p`
  font-size: 64px;
  line-height: 68px;
  font-weight: 600;
  text-align: center;
  font-variant-numeric: tabular-nums;
`;
const Words = styled.p`
  font-size: 20px;
  line-height: 28px;
  max-width: 46ch;
`;
const Foot = styled.footer`
  display: flex;
  justify-content: space-between;
  align-items: end;
  gap: 16px;
  flex-wrap: wrap;
`;
const Line = styled.ol`
  display: flex;
  gap: 4px;
  flex-wrap: wrap;
  font-size: 13px;
  color: ${t.ink2};
  li {
    padding: 0 6px;
    border: 1px solid ${t.line};
    background: ${t.sheet};
  }
  li[data-as='left'],
  li[data-as='spoiled'] {
    text-decoration: line-through;
  }
`;

/** Signing, one sheet after another, by keyboard and at the pace of the hand. */
export function SigningView({ edition, title, artist, picture, sheets, papers, secondsEach }: Props) {
  const desk = useSigning({ editionId: edition.id, sheets, papers });
  const [why, setWhy] = useState<string | null>(null);
  const { stage, sheet, paper, left } = desk;
  const isSigning = stage === 'sign' && why === null;
  useKeys(
    isSigning
      ? [
          { key: 'Space', label: 'signed; the next sheet', run: () => void desk.sign() },
          { key: 'n', label: 'leave this one for another day', run: desk.leave },
          { key: 'l', label: 'spoil this one', run: () => setWhy('') },
          { key: 'Backspace', label: 'the last one back on the table', run: () => void desk.back() },
        ]
      : [],
  );
  const minutes = secondsEach === null ? null : Math.ceil((left * secondsEach) / 60);
  return (
    <Quiet>
      <Top>
        <h1>Signing {title}</h1>
        <Row>
          <span>
            {left} left{minutes !== null && left > 0 && `, about ${minutes} min by your own pace`}
          </span>
          <Button quiet onPress={() => void document.documentElement.requestFullscreen?.()}>
            Fill the screen
          </Button>
          <ButtonLink href={`/register/${edition.id}`}>Leave the table</ButtonLink>
        </Row>
      </Top>
      <Middle>
        {stage === 'rehearse' && <Rehearsal desk={desk} />}
        {stage === 'sign' && sheet && (
          <div style={{ display: 'grid', justifyItems: 'center', gap: 14 }}>
            <Number aria-live="polite">{sheet.label}</Number>
            <Lying {...{ sheet, title, artist, picture }} signing={edition.signing} />
            <Words style={{ textAlign: 'center' }}>{whereToSign(edition.signing)}</Words>
            {why !== null && <Spoiling desk={desk} why={why} setWhy={setWhy} />}
          </div>
        )}
        {stage === 'done' && <Finished desk={desk} editionId={edition.id} />}
        <ErrorCallout error={desk.action.error} />
      </Middle>
      <Foot>
        <DoneLine done={desk.done} />
        {isSigning && (
          <Row>
            <Button
              quiet
              keyName="⌫"
              isDisabled={desk.done.length === 0}
              onPress={() => void desk.back()}
            >
              Last one back
            </Button>
            <Button keyName="l" onPress={() => setWhy('')}>
              Spoil
            </Button>
            <Button keyName="n" onPress={desk.leave}>
              Not today
            </Button>
            <Button main keyName="space" onPress={() => void desk.sign()}>
              Signed
            </Button>
          </Row>
        )}
        {stage === 'sign' && paper && (
          <Small>
            With {desk.pen} on {paper.name}, tried on scrap.{' '}
            <Button quiet onPress={() => desk.setPen('')}>
              Another pen
            </Button>
          </Small>
        )}
      </Foot>
    </Quiet>
  );
}

type Desk = ReturnType<typeof useSigning>;

function whereToSign(signing: EditionModel['signing']): string {
  if (signing === 'front')
    return 'Number left, title middle, signature right, all under the picture. Hold the sheet by its edges.';
  if (signing === 'back') return 'On the back, below, in the middle. Lay it face down on clean tissue.';
  return 'This edition is signed when a buyer asks for it.';
}

/** The pen on a scrap of the same paper, before it touches a print. */
function Rehearsal({ desk }: { desk: Desk }) {
  const { paper, pen, setPen, action } = desk;
  const { day } = useUnits();
  return (
    <div style={{ display: 'grid', gap: 18, maxWidth: 620 }}>
      <Words>
        First on a scrap of {paper?.name}: write a number and your name, wait a minute, rub it with a dry
        finger. Pigment surfaces scrape under some pens.
      </Words>
      <Field label="The pen" value={pen} onChange={setPen} width={280} autoFocus />
      {paper && paper.trials.length > 0 && (
        <ul style={{ display: 'grid', gap: 4 }}>
          {paper.trials.slice(0, 5).map((trial) => (
            <li key={trial.pen + trial.at}>
              <MarkedText kind={trial.worked ? 'holds' : 'fails'}>
                {trial.pen} {trial.worked ? 'worked' : 'did not work'}, {day(trial.at)}
                {trial.note && `: ${trial.note}`}
              </MarkedText>
            </li>
          ))}
        </ul>
      )}
      <Row>
        <Button
          main
          isDisabled={!pen.trim() || action.isPending}
          onPress={() => void desk.rehearsed(true)}
        >
          It worked: begin
        </Button>
        <Button isDisabled={!pen.trim() || action.isPending} onPress={() => void desk.rehearsed(false)}>
          It did not
        </Button>
      </Row>
      <Callout>
        <h3>Before you begin</h3>
        Clean, dry hands; one sheet on the table at a time; nothing to drink beside it.
      </Callout>
    </div>
  );
}

/** The sheet as it lies there, with where number, title and signature go. */
function Lying({
  sheet,
  title,
  artist,
  picture,
  signing,
}: {
  sheet: Props['sheets'][number];
  title: string;
  artist: string;
  picture: string | null;
  signing: EditionModel['signing'];
}) {
  const { size } = useUnits();
  if (!sheet.sheet || !sheet.image) return null;
  const scale = 460 / Math.max(sheet.sheet.width, sheet.sheet.height);
  const [w, h] = [sheet.sheet.width * scale, sheet.sheet.height * scale];
  const [iw, ih] = [sheet.image.width * scale, sheet.image.height * scale];
  const [x, y] = [(w - iw) / 2, (h - ih) * 0.42];
  const line = Math.min(h - 6, y + ih + Math.max(14, (h - y - ih) * 0.45));
  const type = Math.max(12, Math.min(17, w / 30));
  return (
    <figure>
      <Table viewBox={`-1 -1 ${w + 2} ${h + 2}`} width={w + 2} aria-hidden="true">
        <rect width={w} height={h} fill={t.white} stroke={t.ink3} />
        {signing === 'front' && <rect x={x} y={y} width={iw} height={ih} fill={t.line} />}
        {signing === 'front' && picture && (
          <image
            href={`/api/pictures/${picture}/thumb`}
            x={x}
            y={y}
            width={iw}
            height={ih}
            preserveAspectRatio="xMidYMid slice"
          />
        )}
        {signing === 'front' && h - y - ih > 16 && (
          <g fontSize={type} fill={t.ink}>
            <text data-on-paper x={x} y={line}>
              {sheet.label}
            </text>
            <text data-on-paper x={w / 2} y={line} textAnchor="middle">
              {title}
            </text>
            <text data-on-paper x={x + iw} y={line} textAnchor="end">
              {artist}
            </text>
          </g>
        )}
        {signing === 'back' && (
          <text data-on-paper x={w / 2} y={h - 24} textAnchor="middle" fontSize={type} fill={t.ink}>
            {sheet.label} · {title} · {artist}
          </text>
        )}
      </Table>
      <figcaption style={{ textAlign: 'center', color: t.ink2 }}>
        {sheet.format}, sheet {size(sheet.sheet)}
      </figcaption>
    </figure>
  );
}

function Spoiling({
  desk,
  why,
  setWhy,
}: {
  desk: Desk;
  why: string;
  setWhy: (why: string | null) => void;
}) {
  return (
    <Row style={{ alignItems: 'end' }}>
      <Field
        label="What happened to it, before whom"
        value={why}
        onChange={setWhy}
        width={380}
        autoFocus
      />
      <Button
        main
        isDisabled={!why.trim() || desk.action.isPending}
        onPress={() => void desk.spoil(why).then((kept) => kept && setWhy(null))}
      >
        It is spoiled
      </Button>
      <Button quiet onPress={() => setWhy(null)}>
        It is not
      </Button>
    </Row>
  );
}

function DoneLine({ done }: { done: readonly Done[] }) {
  return (
    <Line aria-label="Done at this sitting">
      {done.slice(-24).map((each) => (
        <li key={each.id} data-as={each.as}>
          {each.label}
          {each.as !== 'signed' && ` ${each.as}`}
        </li>
      ))}
    </Line>
  );
}

function Finished({ desk, editionId }: { desk: Desk; editionId: string }) {
  const [isKept, setKept] = useState(false);
  const { signed, seconds, done } = desk;
  if (!done.length)
    return (
      <Words>Nothing of this edition waits to be signed. What has passed inspection comes here.</Words>
    );
  return (
    <div style={{ display: 'grid', gap: 18, justifyItems: 'center' }}>
      <Words>
        {signed} signed{signed > 0 && seconds > 0 && `, ${Math.round(seconds / signed)} s each`}. Let them
        dry before they lie on each other.
      </Words>
      <Row>
        {signed > 1 && seconds > 0 && !isKept && (
          <Button onPress={() => void desk.keepTime().then((kept) => setKept(kept !== null))}>
            Keep the time for what signing costs
          </Button>
        )}
        <ButtonLink main href={`/register/${editionId}`}>
          Back to the sheets
        </ButtonLink>
      </Row>
    </div>
  );
}

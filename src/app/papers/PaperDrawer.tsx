'use client';
import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import styled from 'styled-components';
import type { LotModel, PaperModel } from '@/app/models';
import { promisedByLot, shelfStanding } from '@/core/stock/shelf';
import type { Held } from '@/studio/papers/papers';
import { Button, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import { Field } from '@/ui/Field';
import { EmptyState, Pagination, Small } from '@/ui/Layout';
import { narrow, t } from '@/ui/tokens';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { LotDrawing } from './LotDrawing';
import type { AskedPapers } from './PapersView';
import { PaperTable } from './PaperTable';

/** One size of a paper as it lies in the drawer. */
export type HeldSize = Omit<Held, 'lots' | 'history'> & { lots: LotModel[] };
type Props = {
  papers: PaperModel[];
  asked: AskedPapers;
  held: Record<string, HeldSize[]>;
  today: string;
  onOpen: (p: PaperModel) => void;
  onReceive: (p: PaperModel) => void;
};

const Bays = styled.ul`
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(280px, 1fr));
  gap: 26px 24px;
`;
const Bay = styled.li`
  display: flex;
  flex-direction: column;
  gap: 6px;
  min-width: 0;
  h2 {
    font: italic 18px/22px ${t.serif};
  }
  .shelf {
    display: flex;
    flex-wrap: wrap;
    align-items: flex-end;
    gap: 8px 16px;
    min-height: 74px;
    border-bottom: 3px solid ${t.ink2};
    padding: 0 4px;
  }
  ${narrow} {
    .shelf {
      min-height: 0;
    }
  }
`;
const Key = styled.p`
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
  padding-top: 18px;
  color: ${t.ink2};
  font-size: 12px;
`;

/** The drawer, drawn: what lies there of every paper, to one scale. The same as a table is one key away. */
export function PaperDrawer(props: Props) {
  const [isTable, setTable] = useState(false);
  const flip = () => setTable((was) => !was);
  useKeys([{ key: 't', label: isTable ? 'the drawer, drawn' : 'the papers as a table', run: flip }]);
  return (
    <>
      <Row style={{ justifyContent: 'space-between', paddingBottom: 8 }}>
        <FindPaper {...props.asked} />
        <Button quiet keyName="t" onPress={flip}>
          {isTable ? 'Draw it' : 'As a table'}
        </Button>
      </Row>
      {props.papers.length === 0 && (
        <EmptyState title="Nothing of that name">
          <p>No paper has “{props.asked.search}” in its name.</p>
        </EmptyState>
      )}
      {isTable ? (
        <PaperTable {...props} />
      ) : (
        <>
          <Bays aria-label="Papers in the drawer">
            {props.papers.map((paper) => (
              <OneBay key={paper.id} {...props} paper={paper} sizes={props.held[paper.id] ?? []} />
            ))}
          </Bays>
          <Key>
            <span>
              All to one scale. A roll is as thick as what is left on it; its outline is how it came.
            </span>
            <span>Hatched: promised to the queue and to open orders.</span>
          </Key>
        </>
      )}
      <Pagination
        page={props.asked.page}
        perPage={props.asked.perPage}
        total={props.asked.found}
        href={(page) => papersHref(props.asked.search, page)}
      />
    </>
  );
}

const papersHref = (search: string, page: number): string =>
  `/papers?${new URLSearchParams({ ...(search && { q: search }), ...(page && { page: String(page) }) })}`;

/** Where there are more drawers than a page of them, one is found by its name. */
function FindPaper({ search, all, perPage }: AskedPapers) {
  const router = useRouter();
  const [typed, setTyped] = useState(search);
  if (all <= perPage) return <span />;
  return (
    <form
      role="search"
      onSubmit={(event) => {
        event.preventDefault();
        router.push(papersHref(typed.trim(), 0));
      }}
    >
      <Field
        label="Find a paper"
        hideLabel
        placeholder="Find a paper"
        value={typed}
        onChange={setTyped}
        width={220}
      />
    </form>
  );
}

function OneBay({
  paper,
  sizes,
  today,
  onOpen,
  onReceive,
}: Props & { paper: PaperModel; sizes: HeldSize[] }) {
  const { money } = useUnits();
  const there = sizes.filter((size) => size.onHand > 0 || size.forecast.promised > 0);
  return (
    <Bay>
      <div className="shelf">
        {there.flatMap((size) => {
          const { byLot } = promisedByLot(size.lots, size.forecast.promised);
          return size.lots.map(
            (lot, i) =>
              lot.onHand > 0 && (
                <LotDrawing key={lot.id} lot={lot} thickness={paper.thicknessUm} promised={byLot[i]!} />
              ),
          );
        })}
        {there.length === 0 && (
          <Small style={{ paddingBottom: 8 }}>
            {paper.sizes ? `none here; comes as ${paper.sizes}` : 'none here'}
          </Small>
        )}
      </div>
      <h2>
        <Link href={`/papers/paper/${paper.id}`} prefetch={false}>
          {paper.name}
        </Link>
      </h2>
      <Small>
        {paper.base}, {paper.surface}, {paper.gsm} g/m², {money(paper.pricePerM2Minor)} a square metre
      </Small>
      {paper.discontinued && <MarkedText kind="care">no longer made</MarkedText>}
      {there.map((size) => (
        <SizeLine key={size.key} size={size} today={today} />
      ))}
      <Row $gap={6}>
        <Button quiet onPress={() => onReceive(paper)} aria-label={`Receive a lot of ${paper.name}`}>
          Receive
        </Button>
        <Button quiet onPress={() => onOpen(paper)} aria-label={`Change ${paper.name}`}>
          Change
        </Button>
      </Row>
    </Bay>
  );
}

/** How one size of a paper stands, in a sentence with its figures. */
function SizeLine({ size: held, today }: { size: HeldSize; today: string }) {
  const { length, size, run, date } = useUnits();
  const { forecast, form, width, height, onHand } = held;
  const shown = (amount: number) =>
    form === 'roll' ? run(amount) : `${amount} ${amount === 1 ? 'sheet' : 'sheets'}`;
  const name = form === 'roll' ? `${length(width)} roll` : size({ width, height: height! });
  const standing = shelfStanding({ onHand, ...forecast }, today);
  const promised = forecast.promised > 0 ? `, ${shown(forecast.promised)} promised` : '';
  return (
    <MarkedText kind={standing.mark}>
      <Small>
        {name}: {shown(onHand)}
        {promised}; {standing.word}
        {standing.day && ` ${date(standing.day)}`}
      </Small>
    </MarkedText>
  );
}

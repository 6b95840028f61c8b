'use client';
import Link from 'next/link';
import type { LotModel, PaperModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { HeldSize } from './PaperDrawer';
import type { AskedPapers } from './PapersView';

type Props = {
  papers: PaperModel[];
  asked: AskedPapers;
  held: Record<string, HeldSize[]>;
  onOpen: (p: PaperModel) => void;
  onReceive: (p: PaperModel) => void;
};

/** Every paper with what it is and how much of it lies in the drawer. */
export function PaperTable({ papers, asked, held, onOpen, onReceive }: Props) {
  const { money } = useUnits();
  const columns: Column<PaperModel>[] = [
    {
      key: 'name',
      head: 'Paper',
      isName: true,
      by: (p) => p.name,
      cell: (p) => (
        <Link href={`/papers/paper/${p.id}`} prefetch={false}>
          {p.name}
        </Link>
      ),
    },
    { key: 'base', head: 'Base', by: (p) => p.base, cell: (p) => p.base },
    { key: 'surface', head: 'Surface', by: (p) => p.surface, cell: (p) => p.surface },
    { key: 'gsm', head: 'g/m²', isFigure: true, by: (p) => p.gsm, cell: (p) => p.gsm },
    {
      key: 'thick',
      head: 'Thick, mm',
      isFigure: true,
      by: (p) => p.thicknessUm,
      cell: (p) => (p.thicknessUm / 1_000).toFixed(2),
    },
    { key: 'brightener', head: 'Brightener', by: (p) => p.brightener, cell: (p) => p.brightener },
    {
      key: 'form',
      head: 'Form',
      by: (p) => (p.mayRoll ? 1 : 0),
      cell: (p) => (
        <>
          {p.mayRoll ? 'flat or rolled' : 'flat only'}
          {p.scuffs && <Small>, scuffs</Small>}
        </>
      ),
    },
    {
      key: 'dries',
      head: 'Dries',
      isFigure: true,
      by: (p) => p.dryHours,
      cell: (p) => `${p.dryHours} h`,
    },
    {
      key: 'm2',
      head: 'A square metre',
      isFigure: true,
      by: (p) => p.pricePerM2Minor,
      cell: (p) => money(p.pricePerM2Minor),
    },
    {
      key: 'held',
      head: 'On hand, oldest first',
      cell: (p) => <Held paper={p} lots={(held[p.id] ?? []).flatMap((size) => size.lots)} />,
    },
    {
      key: 'acts',
      head: 'What to do',
      isUnheaded: true,
      cell: (p) => <Acts paper={p} onOpen={onOpen} onReceive={onReceive} />,
    },
  ];
  return (
    <DataTable
      label="Papers"
      rows={papers}
      columns={columns}
      keyOf={(p) => p.id}
      choiceKept="papers"
      isOnePage={asked.found > asked.perPage}
    />
  );
}

/** Its lots, a line each. */
function Held({ paper, lots }: { paper: PaperModel; lots: LotModel[] }) {
  const { length, size, run } = useUnits();
  const held = lots.filter((lot) => lot.onHand > 0);
  if (held.length === 0)
    return <Small>{paper.sizes ? `none received; comes as ${paper.sizes}` : 'none received'}</Small>;
  return held.map((lot) => (
    <Small key={lot.id} style={{ display: 'block' }}>
      {lot.form === 'roll'
        ? `${run(lot.onHand)} of ${length(lot.widthUm)} roll`
        : `${lot.onHand} ${lot.onHand === 1 ? 'sheet' : 'sheets'} ${size({ width: lot.widthUm, height: lot.heightUm! })}`}
    </Small>
  ));
}

function Acts({ paper, onOpen, onReceive }: { paper: PaperModel } & Pick<Props, 'onOpen' | 'onReceive'>) {
  const action = useAction();
  const turn = { id: paper.id, discontinued: !paper.discontinued };
  return (
    <Row $gap={6}>
      <Button quiet onPress={() => onOpen(paper)} aria-label={`Change ${paper.name}`}>
        Change
      </Button>
      <Button quiet onPress={() => onReceive(paper)} aria-label={`Receive a lot of ${paper.name}`}>
        Receive
      </Button>
      {paper.discontinued && <MarkedText kind="fails">discontinued</MarkedText>}
      <Button quiet onPress={() => void action.run('discontinuePaper', turn)}>
        {paper.discontinued ? 'It is made again' : 'No longer made'}
      </Button>
    </Row>
  );
}

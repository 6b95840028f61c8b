'use client';
import { formatPpiSteps } from '@/core/resolution';
import Link from 'next/link';
import { useState, type ReactNode } from 'react';
import { inGroups } from '@/core/groups';
import type { Service, SupplyRow } from '@/store/orders';
import type { Paper, Route } from '@/store/proofs';
import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { useKeys } from '@/ui/Keys';
import {
  EmptyState,
  PageHeader,
  Lead,
  PageTitle,
  ScrollArea,
  Panel,
  Small,
  Table,
  Page,
} from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { PAPER_ASKS, ROUTE_ASKS, SERVICE_ASKS, SUPPLY_ASKS } from './asks';
import type { LotOnHand } from '@/studio/papers/lots';
import type { Shelf } from './page';
import { PapersNav } from './PapersNav';
import { ReceiveSheet } from './ReceiveSheet';
import { RecordSheet, type Ask, type RecordName, type Values } from './RecordSheet';

type Props = {
  lots: LotOnHand[];
  today: string;
  papers: Paper[];
  routes: Route[];
  supplies: SupplyRow[];
  services: Service[];
  show: Shelf;
};
type Open = { act: RecordName; title: string; id: string | null; asks: readonly Ask[]; first: Values };

const SHELF_NAMES: Record<Shelf, string> = {
  papers: 'Papers',
  routes: 'Routes',
  shelf: 'Packing shelf',
  carriers: 'Carriers',
};

/** What is in the drawer, who else can print, what wraps a parcel and who carries it. */
export function PapersView(props: Props) {
  const { show } = props;
  const [open, setOpen] = useState<Open | null>(null);
  const [receiving, setReceiving] = useState<Paper | null>(null);
  const forms = useForms(setOpen);
  const record = {
    papers: forms.paper,
    routes: forms.route,
    shelf: forms.supply,
    carriers: forms.service,
  }[show];
  const what = { papers: 'a paper', routes: 'a route', shelf: 'a supply', carriers: 'a service' }[show];
  useKeys([{ key: 'n', label: `record ${what}`, run: () => record(null) }]);
  const counts: Record<Shelf, number> = {
    papers: props.papers.length,
    routes: props.routes.length,
    shelf: props.supplies.length,
    carriers: props.services.length,
  };
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{SHELF_NAMES[show]}</PageTitle>
          <Lead>{LEADS[show]}</Lead>
        </div>
        <Button keyName="n" onPress={() => record(null)}>
          Record {what}
        </Button>
      </PageHeader>
      <PapersNav />
      <Panel>
        {counts[show] === 0 && (
          <EmptyState title={`No ${SHELF_NAMES[show].toLowerCase()} yet`}>
            <p>{EMPTY[show]}</p>
          </EmptyState>
        )}
        {show === 'papers' && counts.papers > 0 && (
          <PaperTable
            papers={props.papers}
            lots={props.lots}
            onOpen={forms.paper}
            onReceive={setReceiving}
          />
        )}
        {show === 'routes' && counts.routes > 0 && (
          <RouteTable routes={props.routes} onOpen={forms.route} />
        )}
        {show === 'shelf' && counts.shelf > 0 && (
          <SupplyTable supplies={props.supplies} onOpen={forms.supply} />
        )}
        {show === 'carriers' && counts.carriers > 0 && (
          <ServiceTable services={props.services} onOpen={forms.service} />
        )}
      </Panel>
      {show === 'papers' && counts.papers > 0 && (
        <Callout style={{ marginTop: 18, maxWidth: 560 }}>
          <h3>Cotton and matte surfaces scuff</h3>Interleave them, handle them with clean gloves, and
          never stack prints face to face. Mark the printable side when a box is opened.
        </Callout>
      )}
      {receiving && (
        <ReceiveSheet paper={receiving} today={props.today} onClose={() => setReceiving(null)} />
      )}
      {open && <RecordSheet key={open.id ?? 'new'} {...open} onClose={() => setOpen(null)} />}
    </Page>
  );
}

const LEADS: Record<Shelf, string> = {
  papers: 'Each with what it is, how long it dries and what a square metre costs.',
  routes: 'Every way of getting a print made, and what each asks of the file.',
  shelf: 'What wraps and stiffens a parcel; used up as parcels are sealed.',
  carriers: 'Services by carrier, with the day their price was read.',
};
const EMPTY: Record<Shelf, string> = {
  papers:
    'A paper is a stock you print on: its base, surface, weight, white and price. A proof needs one.',
  routes: 'A route is a way of getting a print made: your own printer, a lab, a shop, the darkroom.',
  shelf:
    'Boards, sleeves, mailers and tubes with their inside sizes and weights: the packing plan is made from them.',
  carriers: 'A service has a price, limits of size and weight, and says whether it is tracked.',
};

/** The sheets that record and change each kind of thing, filled with what is there. */
function useForms(open: (o: Open) => void) {
  const units = useUnits();
  const { length, bareMoney, weight, size } = units;
  const today = units.today();
  return {
    paper: (p: Paper | null) =>
      open({
        act: 'recordPaper',
        title: p ? p.name : 'A paper',
        id: p?.id ?? null,
        asks: PAPER_ASKS,
        first: p
          ? {
              ...pick(
                p,
                'name',
                'base',
                'surface',
                'brightener',
                'sizes',
                'permanence',
                'notes',
                'mayRoll',
                'scuffs',
              ),
              gsm: String(p.gsm),
              thickness: `${p.thicknessUm / 1000} mm`,
              dryHours: String(p.dryHours),
              pricePerM2: bareMoney(p.pricePerM2Minor),
            }
          : {
              name: '',
              base: 'cotton',
              surface: 'matte',
              gsm: '',
              thickness: '',
              brightener: 'none',
              dryHours: '24',
              pricePerM2: '',
              sizes: '',
              permanence: '',
              mayRoll: true,
              scuffs: false,
              notes: '',
            },
      }),
    route: (r: Route | null) =>
      open({
        act: 'recordRoute',
        title: r ? r.name : 'A route',
        id: r?.id ?? null,
        asks: ROUTE_ASKS,
        first: r
          ? {
              ...pick(
                r,
                'name',
                'kind',
                'process',
                'space',
                'fileKinds',
                'notes',
                'addsBorder',
                'givesProofs',
              ),
              leadDays: String(r.leadDays),
              ppi: formatPpiSteps(r.ppiSteps, units.unit),
              pricePerM2: bareMoney(r.pricePerM2Minor),
              minimum: bareMoney(r.minimumMinor),
            }
          : {
              name: '',
              kind: 'own printer',
              process: 'pigment inkjet (giclée)',
              leadDays: '1',
              ppi: '300',
              space: 'opRGB',
              fileKinds: 'TIFF',
              pricePerM2: '',
              minimum: '0',
              addsBorder: true,
              givesProofs: true,
              notes: '',
            },
      }),
    supply: (s: SupplyRow | null) =>
      open({
        act: 'recordSupply',
        title: s ? s.name : 'A supply',
        id: s?.id ?? null,
        asks: SUPPLY_ASKS,
        first: s
          ? {
              name: s.name,
              kind: s.kind,
              size: s.widthUm ? size({ width: s.widthUm, height: s.heightUm }) : '',
              window:
                s.windowWidthUm && s.windowHeightUm
                  ? size({ width: s.windowWidthUm, height: s.windowHeightUm })
                  : '',
              acidFree: s.acidFree === null ? 'not said' : s.acidFree ? 'yes' : 'no',
              weight: weight(s.weightMg),
              onHand: String(s.onHand),
              reorderAt: String(s.reorderAt),
              price: bareMoney(s.priceMinor),
            }
          : {
              name: '',
              kind: 'board',
              size: '',
              window: '',
              acidFree: 'not said',
              weight: '',
              onHand: '0',
              reorderAt: '0',
              price: '',
            },
      }),
    service: (s: Service | null) =>
      open({
        act: 'recordService',
        title: s ? `${s.carrier} ${s.name}` : 'A service',
        id: s?.id ?? null,
        asks: SERVICE_ASKS,
        first: s
          ? {
              ...pick(s, 'carrier', 'name', 'readOn', 'tracked'),
              price: bareMoney(s.priceMinor),
              days: String(s.days),
              insured: bareMoney(s.insuredMinor),
              maxLength: length(s.maxLengthUm),
              maxWeight: weight(s.maxWeightMg),
            }
          : {
              carrier: '',
              name: '',
              price: '',
              readOn: today,
              days: '3',
              insured: '0',
              maxLength: '',
              maxWeight: '',
              tracked: false,
            },
      }),
  };
}

const pick = <T extends object, K extends keyof T>(from: T, ...keys: K[]): Pick<T, K> =>
  Object.fromEntries(keys.map((k) => [k, from[k]])) as Pick<T, K>;
const Name = ({ children, onOpen }: { children: ReactNode; onOpen: () => void }) => (
  <th scope="row">
    <Button quiet onPress={onOpen}>
      {children}
    </Button>
  </th>
);

function PaperTable({
  papers,
  lots,
  onOpen,
  onReceive,
}: {
  papers: Paper[];
  lots: LotOnHand[];
  onOpen: (p: Paper) => void;
  onReceive: (p: Paper) => void;
}) {
  const { money, length, size } = useUnits();
  const held = (p: Paper) =>
    lots
      .filter((l) => l.paperId === p.id && l.onHand > 0)
      .map((l) =>
        l.form === 'roll'
          ? `${length(l.onHand)} of ${length(l.widthUm)} roll`
          : `${l.onHand} ${l.onHand === 1 ? 'sheet' : 'sheets'} ${size({ width: l.widthUm, height: l.heightUm! })}`,
      );
  const action = useAction();
  return (
    <ScrollArea>
      <Table aria-label="Papers">
        <thead>
          <tr>
            <th>Paper</th>
            <th>Base</th>
            <th>Surface</th>
            <th className="n">g/m²</th>
            <th className="n">Thick, mm</th>
            <th>Brightener</th>
            <th>Form</th>
            <th className="n">Dries</th>
            <th className="n">A square metre</th>
            <th>On hand, oldest first</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {papers.map((p) => (
            <tr key={p.id}>
              <th scope="row">
                <Link href={`/papers/paper/${p.id}`} prefetch={false}>
                  {p.name}
                </Link>
              </th>
              <td>{p.base}</td>
              <td>{p.surface}</td>
              <td className="n">{p.gsm}</td>
              <td className="n">{(p.thicknessUm / 1000).toFixed(2)}</td>
              <td>{p.brightener}</td>
              <td>
                {p.mayRoll ? 'flat or rolled' : 'flat only'}
                {p.scuffs && <Small>, scuffs</Small>}
              </td>
              <td className="n">{p.dryHours} h</td>
              <td className="n">{money(p.pricePerM2Minor)}</td>
              <td>
                {held(p).length ? (
                  held(p).map((says, i) => (
                    <Small key={i} style={{ display: 'block' }}>
                      {says}
                    </Small>
                  ))
                ) : (
                  <Small>{p.sizes ? `none received; comes as ${p.sizes}` : 'none received'}</Small>
                )}
              </td>
              <td>
                <Row $gap={6}>
                  <Button quiet onPress={() => onOpen(p)} aria-label={`Change ${p.name}`}>
                    Change
                  </Button>
                  <Button quiet onPress={() => onReceive(p)} aria-label={`Receive a lot of ${p.name}`}>
                    Receive
                  </Button>
                  {p.discontinued && <MarkedText kind="fails">discontinued</MarkedText>}
                  <Button
                    quiet
                    onPress={() =>
                      void action.run('discontinuePaper', { id: p.id, discontinued: !p.discontinued })
                    }
                  >
                    {p.discontinued ? 'It is made again' : 'No longer made'}
                  </Button>
                </Row>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

function RouteTable({ routes, onOpen }: { routes: Route[]; onOpen: (r: Route) => void }) {
  const { money, length } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Routes">
        <thead>
          <tr>
            <th>Route</th>
            <th>Kind</th>
            <th>Process</th>
            <th>Asks of the file</th>
            <th>Border</th>
            <th className="n">Days</th>
            <th className="n">A square metre</th>
            <th className="n">At least</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {routes.map((r) => (
            <tr key={r.id}>
              <th scope="row">
                <Link href={`/papers/route/${r.id}`} prefetch={false}>
                  {r.name}
                </Link>
              </th>
              <td>{r.kind}</td>
              <td>{r.process}</td>
              <td>
                {r.ppiSteps
                  .map(
                    (s) =>
                      `${s.ppi} ppi${s.upTo ? ` to ${length(s.upTo)}` : r.ppiSteps.length > 1 ? ' above' : ''}`,
                  )
                  .join(', ')}
                <br />
                <Small>
                  {r.space}, {r.fileKinds}
                </Small>
              </td>
              <td>{r.addsBorder ? 'on the sheet' : 'in the file'}</td>
              <td className="n">{r.leadDays}</td>
              <td className="n">{money(r.pricePerM2Minor)}</td>
              <td className="n">{money(r.minimumMinor)}</td>
              <td>
                <Button quiet onPress={() => onOpen(r)} aria-label={`Change ${r.name}`}>
                  Change
                </Button>
              </td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

/** What lies against a print. */
const TOUCHES: readonly string[] = ['board', 'sleeve', 'interleaving', 'tape', 'corner', 'mat', 'tube'];

function SupplyTable({ supplies, onOpen }: { supplies: SupplyRow[]; onOpen: (s: SupplyRow) => void }) {
  const { size, weight, money } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Packing shelf">
        <thead>
          <tr>
            <th>Supply</th>
            <th>Inside size</th>
            <th>Acid-free</th>
            <th className="n">Weight of one</th>
            <th className="n">Price of one</th>
            <th className="n">On hand</th>
            <th className="n">Order at</th>
            <th />
          </tr>
        </thead>
        <tbody>
          {inGroups(supplies, (s) => s.kind).map(({ key, items }) => [
            <tr key={key} className="group">
              <td colSpan={8}>{key}</td>
            </tr>,
            ...items.map((s) => (
              <tr key={s.id}>
                <Name onOpen={() => onOpen(s)}>{s.name}</Name>
                <td>{s.widthUm ? size({ width: s.widthUm, height: s.heightUm }) : ''}</td>
                <td>
                  {s.acidFree === null ? (
                    <Small>{TOUCHES.includes(s.kind) ? 'not said' : ''}</Small>
                  ) : s.acidFree ? (
                    'yes'
                  ) : (
                    <MarkedText kind="care">no: keep it off prints</MarkedText>
                  )}
                </td>
                <td className="n">{weight(s.weightMg)}</td>
                <td className="n">{money(s.priceMinor)}</td>
                <td className="n">{s.onHand}</td>
                <td className="n">{s.reorderAt}</td>
                <td>
                  {s.onHand === 0 ? (
                    <MarkedText kind="fails">none left</MarkedText>
                  ) : s.onHand <= s.reorderAt ? (
                    <MarkedText kind="care">running low</MarkedText>
                  ) : null}
                </td>
              </tr>
            )),
          ])}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

function ServiceTable({ services, onOpen }: { services: Service[]; onOpen: (s: Service) => void }) {
  const { length, weight, money } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Carriers’ services">
        <thead>
          <tr>
            <th>Service</th>
            <th>Carrier</th>
            <th>Tracked</th>
            <th className="n">Insured to</th>
            <th className="n">Days</th>
            <th className="n">Longest side</th>
            <th className="n">Heaviest</th>
            <th className="n">Price</th>
            <th>Read on</th>
          </tr>
        </thead>
        <tbody>
          {services.map((s) => (
            <tr key={s.id}>
              <Name onOpen={() => onOpen(s)}>{s.name}</Name>
              <td>{s.carrier}</td>
              <td>{s.tracked ? 'tracked' : 'not tracked'}</td>
              <td className="n">{s.insuredMinor ? money(s.insuredMinor) : 'not insured'}</td>
              <td className="n">{s.days}</td>
              <td className="n">{length(s.maxLengthUm)}</td>
              <td className="n">{weight(s.maxWeightMg)}</td>
              <td className="n">{money(s.priceMinor)}</td>
              <td>{s.readOn}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

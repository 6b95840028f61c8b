'use client';
import { useState } from 'react';
import type { CraftspersonModel, InsertModel, ServiceModel, StampModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import { daysBetween } from '@/core/measure/day';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { DataTable, type Column } from '@/ui/DataTable';
import { FilePick } from '@/ui/FilePick';
import {
  FactList,
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  Small,
  Stack,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../SalesNav';
import { OLD_AFTER_DAYS } from '../[id]/HowItGoes';
import { InsertSheet, PersonSheet, PolicySheet, StampSheet, type Policy } from './SendingSheets';

type Named = { id: string; name: string };
type Props = {
  services: ServiceModel[];
  stamps: StampModel[];
  inserts: InsertModel[];
  people: CraftspersonModel[];
  supplies: Named[];
  goods: Named[];
  policy: Policy;
  today: string;
};
type Open =
  | { kind: 'stamp'; of: StampModel | null }
  | { kind: 'insert'; of: InsertModel | null }
  | { kind: 'person'; of: CraftspersonModel | null }
  | { kind: 'policy' };

/** How the studio sends: its policy, carriers' tables, stamps in the drawer, what goes in with what, and hands elsewhere. */
export function SendingView(props: Props) {
  const { services, stamps, inserts, people, policy } = props;
  const [open, setOpen] = useState<Open | null>(null);
  const close = () => setOpen(null);
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>How it is sent</PageTitle>
          <Lead>
            Decided here once, so that it is not decided at the counter: where to, by whom, with what in
            it.
          </Lead>
        </div>
      </PageHeader>
      <SalesNav />
      <Stack $gap={18}>
        <PolicyPart policy={policy} onOpen={() => setOpen({ kind: 'policy' })} />
        <Rates services={services} today={props.today} />
        <Stamps stamps={stamps} onOpen={(of) => setOpen({ kind: 'stamp', of })} today={props.today} />
        <Inserts
          inserts={inserts}
          supplies={props.supplies}
          goods={props.goods}
          onOpen={(of) => setOpen({ kind: 'insert', of })}
        />
        <People people={people} onOpen={(of) => setOpen({ kind: 'person', of })} />
      </Stack>
      {open?.kind === 'policy' && <PolicySheet policy={policy} onClose={close} />}
      {open?.kind === 'stamp' && <StampSheet stamp={open.of} today={props.today} onClose={close} />}
      {open?.kind === 'insert' && (
        <InsertSheet insert={open.of} supplies={props.supplies} goods={props.goods} onClose={close} />
      )}
      {open?.kind === 'person' && <PersonSheet person={open.of} onClose={close} />}
    </Page>
  );
}

function PolicyPart({ policy, onOpen }: { policy: Policy; onOpen: () => void }) {
  const { money } = useUnits();
  return (
    <Panel>
      <PanelTitle>What is decided</PanelTitle>
      <div style={{ marginTop: 8 }}>
        <FactList
          rows={[
            [
              'Sends to',
              policy.countries.length ? policy.countries.join(', ') : 'everywhere a carrier goes',
            ],
            [
              'Tracked',
              policy.trackedFrom === null ? 'as the order asks' : `from ${money(policy.trackedFrom)} on`,
            ],
            [
              'Insured',
              policy.insuredFrom === null
                ? 'as the order asks'
                : `from ${money(policy.insuredFrom)} on, to its value`,
            ],
            ['Sent back', `within ${policy.returnDays} days`],
            ['Claimed', `within ${policy.claimDays} days of leaving`],
            ['Hands', `${policy.minutesADay} minutes of a working day`],
            ['Public holidays', policy.holidayPlace || 'none kept besides the studio’s own days'],
          ]}
        />
      </div>
      <Row style={{ marginTop: 10 }}>
        <Button onPress={onOpen}>Change it</Button>
      </Row>
    </Panel>
  );
}

type Zone = NonNullable<ServiceModel['rates']>['zones'][number];
type ZoneLine = { service: ServiceModel; zone: Zone };

/** A service without a table of its own costs the same everywhere, whatever it weighs. */
const zonesOf = (service: ServiceModel): ZoneLine[] =>
  (
    service.rates?.zones ?? [
      {
        zone: 'everywhere',
        countries: ['*'],
        days: service.days,
        steps: [{ upToGrams: service.maxWeightMg / 1_000, price: service.priceMinor }],
      },
    ]
  ).map((zone) => ({ service, zone }));

/** Carriers' tables, step by step of weight, and the file they come from. */
function Rates({ services, today }: { services: ServiceModel[]; today: string }) {
  const action = useAction();
  const { money, date, weight } = useUnits();
  const name = ({ service }: ZoneLine) => `${service.carrier} ${service.name}`;
  const columns: readonly Column<ZoneLine>[] = [
    { key: 'service', head: 'Service', cell: name, by: name, isName: true },
    {
      key: 'zone',
      head: 'Zone',
      cell: ({ zone }) => (
        <>
          {zone.zone}
          <br />
          <Small>{zone.countries.includes('*') ? 'everywhere else' : zone.countries.join(', ')}</Small>
        </>
      ),
      by: ({ zone }) => zone.zone,
    },
    {
      key: 'days',
      head: 'Days',
      cell: ({ zone }) => zone.days,
      by: ({ zone }) => zone.days,
      isFigure: true,
    },
    {
      key: 'steps',
      head: 'Up to, and the price',
      cell: ({ zone }) =>
        zone.steps.map((step) => `${weight(step.upToGrams * 1_000)} ${money(step.price)}`).join(' · '),
      by: ({ zone }) => zone.steps[0]?.price,
    },
    {
      key: 'read',
      head: 'Read',
      cell: ({ service: { readOn } }) =>
        daysBetween(readOn, today) > OLD_AFTER_DAYS ? (
          <MarkedText kind="care">{date(readOn)}, old</MarkedText>
        ) : (
          <Small>{date(readOn)}</Small>
        ),
      by: ({ service }) => service.readOn,
    },
  ];
  return (
    <Panel>
      <PanelTitle>
        Carriers’ tables <span>a line for each zone and step of weight</span>
      </PanelTitle>
      <DataTable
        label="Carriers’ tables"
        rows={services.flatMap(zonesOf)}
        columns={columns}
        keyOf={({ service, zone }) => `${service.id} ${zone.zone}`}
        isTight
      />
      {services.length === 0 && (
        <p style={{ padding: '10px 0' }}>No table is here yet: bring in a carrier’s, as a CSV file.</p>
      )}
      <Row style={{ marginTop: 12 }}>
        <FilePick
          label="Bring in a table, CSV"
          accept=".csv,text/csv"
          onFile={(file) =>
            void file?.text().then((text) => action.run('importRates', { text, readOn: today }))
          }
        />
        <a href="/api/export/rates.csv" download>
          All tables as CSV
        </a>
      </Row>
      <ErrorCallout error={action.error} />
    </Panel>
  );
}

function Stamps({
  stamps,
  onOpen,
  today,
}: {
  stamps: StampModel[];
  onOpen: (of: StampModel | null) => void;
  today: string;
}) {
  const { money, date } = useUnits();
  const columns: Column<StampModel>[] = [
    {
      key: 'name',
      head: 'Stamp',
      isName: true,
      by: (s) => s.name,
      cell: (s) => (
        <Button quiet onPress={() => onOpen(s)}>
          {s.name}
        </Button>
      ),
    },
    {
      key: 'value',
      head: 'Worth',
      isFigure: true,
      by: (s) => s.valueMinor,
      cell: (s) => money(s.valueMinor),
    },
    {
      key: 'permanent',
      head: 'Value',
      cell: (s) =>
        s.permanent ? (
          daysBetween(s.readOn, today) > OLD_AFTER_DAYS ? (
            <MarkedText kind="care">permanent, read {date(s.readOn)}: old</MarkedText>
          ) : (
            <Small>permanent, as of {date(s.readOn)}</Small>
          )
        ) : (
          <Small>as printed on it</Small>
        ),
    },
    { key: 'onHand', head: 'In the drawer', isFigure: true, by: (s) => s.onHand, cell: (s) => s.onHand },
    {
      key: 'sum',
      head: 'Together',
      isFigure: true,
      by: (s) => s.onHand * s.valueMinor,
      cell: (s) => money(s.onHand * s.valueMinor),
    },
  ];
  return (
    <Panel>
      <PanelTitle>
        Stamps in the drawer <span>used up with the least overspend</span>
      </PanelTitle>
      {stamps.length > 0 && (
        <DataTable label="Stamps in the drawer" rows={stamps} columns={columns} keyOf={(s) => s.id} />
      )}
      <Row style={{ marginTop: 10 }}>
        <Button onPress={() => onOpen(null)}>Record a stamp</Button>
      </Row>
    </Panel>
  );
}

function Inserts({
  inserts,
  supplies,
  goods,
  onOpen,
}: {
  inserts: InsertModel[];
  supplies: Named[];
  goods: Named[];
  onOpen: (of: InsertModel | null) => void;
}) {
  const action = useAction();
  const { weight, length } = useUnits();
  const from = (each: InsertModel) =>
    supplies.find(({ id }) => id === each.supplyId)?.name ??
    goods.find(({ id }) => id === each.goodsId)?.name ??
    'printed when it is wanted';
  return (
    <Panel>
      <PanelTitle>
        What goes in with what{' '}
        <span>{inserts.length ? '' : 'no rules yet: a care sheet and a card, if the shelf has any'}</span>
      </PanelTitle>
      <ul style={{ display: 'grid', gap: 6, marginTop: 8 }}>
        {inserts.map((each) => (
          <li key={each.id}>
            <Row $gap={10}>
              <Button quiet onPress={() => onOpen(each)}>
                {each.name}
              </Button>
              <span>{each.rule}</span>
              <Small>
                {weight(each.weightMg)}, {length(each.thicknessUm)} thick, {from(each)}
              </Small>
              <Button
                quiet
                isDisabled={action.isPending}
                aria-label={`${each.name} no longer goes in`}
                onPress={() => void action.run('archiveInsert', { id: each.id })}
              >
                No longer
              </Button>
            </Row>
          </li>
        ))}
      </ul>
      <ErrorCallout error={action.error} />
      <Row style={{ marginTop: 10 }}>
        <Button onPress={() => onOpen(null)}>Add what goes in</Button>
      </Row>
    </Panel>
  );
}

function People({
  people,
  onOpen,
}: {
  people: CraftspersonModel[];
  onOpen: (of: CraftspersonModel | null) => void;
}) {
  const { money } = useUnits();
  const columns: Column<CraftspersonModel>[] = [
    {
      key: 'name',
      head: 'Who',
      isName: true,
      by: (p) => p.name,
      cell: (p) => (
        <Button quiet onPress={() => onOpen(p)}>
          {p.name}
        </Button>
      ),
    },
    { key: 'craft', head: 'Craft', by: (p) => p.craft, cell: (p) => p.craft },
    { key: 'where', head: 'Where', by: (p) => p.country, cell: (p) => `${p.place}, ${p.country}` },
    {
      key: 'price',
      head: 'About',
      isFigure: true,
      by: (p) => p.priceMinor,
      cell: (p) => money(p.priceMinor),
    },
    { key: 'days', head: 'Days', isFigure: true, by: (p) => p.days, cell: (p) => p.days },
    { key: 'contact', head: 'Reached by', cell: (p) => p.contact },
  ];
  return (
    <Panel>
      <PanelTitle>
        Hands elsewhere <span>framers, mounters, repairers near buyers</span>
      </PanelTitle>
      {people.length > 0 && (
        <DataTable label="Hands elsewhere" rows={people} columns={columns} keyOf={(p) => p.id} />
      )}
      <Row style={{ marginTop: 10 }}>
        <Button onPress={() => onOpen(null)}>Record somebody</Button>
      </Row>
    </Panel>
  );
}

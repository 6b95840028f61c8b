'use client';
import { exactOr } from '@/app/exact';
import type { PriceLineModel, RouteModel } from '@/app/models';
import { useRef, useState, type ReactNode } from 'react';
import { wholeOrTyped } from '@/core/measure';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field, Fields } from '@/ui/Field';
import {
  Aside,
  Columns,
  EmptyState,
  FactList,
  PageHeader,
  Lead,
  PageTitle,
  ScrollArea,
  Panel,
  PanelTitle,
  Small,
  Stack,
  Table,
  Page,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { PapersNav } from '../../PapersNav';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { useKeptValues } from '@/ui/form/useKeptValues';

type Bad = { line: number; field: string; value: string; expected: string };
/** More lines than this make a page slow to read; the rest is found by what is typed. */
const SHOWN = 200;

/** A route's terms and its price table: edited line by line, or read from a file. */
export function RouteView({
  route,
  lines,
  today,
  notes,
}: {
  route: RouteModel;
  lines: PriceLineModel[];
  today: string;
  notes: ReactNode;
}) {
  const { length } = useUnits();
  const ppi = route.ppiSteps
    .map((s) => `${s.ppi} ppi${s.upTo ? ` to ${length(s.upTo)}` : ''}`)
    .join(', ');
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{route.name}</PageTitle>
          <Lead>
            {route.kind}, {route.process}; {route.leadDays} days; {ppi}; {route.space}, {route.fileKinds};{' '}
            {route.addsBorder ? 'adds the border on the sheet' : 'wants the border in the file'};{' '}
            {route.givesProofs ? 'gives proofs' : 'gives no proofs'}.
          </Lead>
        </div>
      </PageHeader>
      <PapersNav />
      <Columns $aside={360}>
        <Prices route={route} lines={lines} today={today} />
        <Aside>
          <Terms route={route} today={today} />
          {notes}
        </Aside>
      </Columns>
    </Page>
  );
}

function Prices({ route, lines, today }: { route: RouteModel; lines: PriceLineModel[]; today: string }) {
  const action = useAction();
  const { date, money } = useUnits();
  const [bad, setBad] = useState<Bad[]>([]);
  const read = async (file: File) => {
    const done = await action.run('importPrices', {
      routeId: route.id,
      text: await file.text(),
      readOn: today,
    });
    if (done) setBad((done.bad as Bad[]) ?? []);
  };
  const [find, setFind] = useState('');
  return (
    <Panel>
      <PanelTitle>
        Prices{' '}
        <span>
          {lines.length
            ? `${lines.length}, read ${route.readOn ? date(route.readOn) : 'on no day on record'}`
            : `none: ${money(route.pricePerM2Minor)} a square metre counts`}
        </span>
      </PanelTitle>
      <Row style={{ alignItems: 'end', padding: '8px 0' }}>
        <Field label="Find a size or paper" value={find} onChange={setFind} width={200} />
        <TableFromFile isBusy={action.isPending} onFile={(file) => void read(file)} />
      </Row>
      <ErrorCallout error={action.error} />
      <RowsKeptOut bad={bad} />
      {lines.length === 0 && !bad.length && (
        <EmptyState title="No table yet">
          <p>
            A file with columns for size, quantity, price and, if it has one, paper. A size of “custom” is
            the price of a square metre.
          </p>
        </EmptyState>
      )}
      <PriceTable lines={lines} find={find} routeId={route.id} />
      <AddPrice routeId={route.id} />
    </Panel>
  );
}

function TableFromFile({ isBusy, onFile }: { isBusy: boolean; onFile: (file: File) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <Button onPress={() => input.current?.click()} isDisabled={isBusy}>
        Read a table from a file
      </Button>
      <input
        ref={input}
        type="file"
        accept=".csv,text/csv,text/plain"
        hidden
        aria-label="Price table"
        onChange={(e) => {
          const file = e.target.files?.[0];
          if (file) onFile(file);
          e.target.value = '';
        }}
      />
    </>
  );
}

function RowsKeptOut({ bad }: { bad: Bad[] }) {
  if (bad.length === 0) return null;
  return (
    <Stack $gap={3} role="group" aria-label="Rows kept out" style={{ paddingBottom: 10 }}>
      <MarkedText kind="care">
        {bad.length} {bad.length === 1 ? 'row was' : 'rows were'} kept out; the others are in.
      </MarkedText>
      {bad.slice(0, 20).map((b) => (
        <Small key={b.line}>
          Line {b.line}, {b.field}: got “{b.value}”, expected {b.expected}.
        </Small>
      ))}
      {bad.length > 20 && <Small>… and {bad.length - 20} more.</Small>}
    </Stack>
  );
}

function PriceTable({
  lines,
  find,
  routeId,
}: {
  lines: PriceLineModel[];
  find: string;
  routeId: string;
}) {
  const { size, currency } = useUnits();
  const nameOf = (l: PriceLineModel) =>
    l.widthUm === null ? 'custom, a square metre' : size({ width: l.widthUm, height: l.heightUm! });
  const wanted = find.trim().toLowerCase();
  const found = lines.filter((l) => `${nameOf(l)} ${l.paper}`.toLowerCase().includes(wanted));
  if (found.length === 0) return null;
  return (
    <>
      <ScrollArea>
        <Table aria-label="Price table" $middle>
          <thead>
            <tr>
              <th>Size</th>
              <th>Paper</th>
              <th className="n">From</th>
              <th>Each, {currency}</th>
              <th />
            </tr>
          </thead>
          <tbody>
            {found.slice(0, SHOWN).map((l) => (
              <PriceRow key={`${l.id} ${l.priceMinor}`} line={l} name={nameOf(l)} routeId={routeId} />
            ))}
          </tbody>
        </Table>
      </ScrollArea>
      {found.length > SHOWN && <Small>{found.length - SHOWN} more: type a size to find them.</Small>}
    </>
  );
}

/** What a route asks besides its prices: carriage, set-up, bleed, proofs. */
function Terms({ route, today }: { route: RouteModel; today: string }) {
  const action = useAction();
  const { length, money, bareMoney, currency } = useUnits();
  const [shownBleed] = useState(length(route.bleedUm));
  const [terms, setTerms] = useState({
    carriage: bareMoney(route.carriageMinor),
    freeFrom: route.freeFromMinor === null ? '' : bareMoney(route.freeFromMinor),
    setUp: bareMoney(route.setUpMinor),
    bleed: shownBleed,
    readOn: route.readOn ?? today,
    proofKinds: route.proofKinds,
    proof: bareMoney(route.proofMinor),
    proofDays: String(route.proofDays),
  });
  const kept = useKeptValues(`changeTerms:${route.id}`, terms, setTerms);
  const field = (key: keyof typeof terms) => ({
    value: terms[key],
    onChange: (value: string) => setTerms((was) => ({ ...was, [key]: value })),
    wrong: action.fieldError(key),
  });
  const keep = async () => {
    const done = await action.run('changeTerms', {
      id: route.id,
      ...terms,
      bleed: exactOr(terms.bleed, shownBleed, route.bleedUm),
      proofDays: wholeOrTyped(terms.proofDays),
    });
    if (done) kept.end();
  };
  return (
    <section>
      <PanelTitle>Besides its prices</PanelTitle>
      <Stack $gap={10} style={{ paddingTop: 6 }}>
        <DraftSlip {...kept.slip} />
        <Fields $columns="1fr 1fr">
          <Field label={`Carriage, ${currency}`} {...field('carriage')} />
          <Field label="Free from" {...field('freeFrom')} hint="empty: never" />
          <Field label="Set-up, an order" {...field('setUp')} />
          <Field label="Bleed it wants" {...field('bleed')} />
          {route.givesProofs && (
            <>
              <Field label="Proofs it gives" {...field('proofKinds')} hint="snippet, whole, strip" />
              <Field label={`A proof, ${currency}`} {...field('proof')} />
              <Field label="Days for a proof" {...field('proofDays')} />
            </>
          )}
          <Field label="Prices read on" {...field('readOn')} type="date" />
        </Fields>
        <ErrorCallout error={action.error} fields={Object.keys(terms)} />
        <Row>
          <Button onPress={() => void keep()} isDisabled={action.isPending}>
            Keep the terms
          </Button>
        </Row>
        <FactList
          rows={[
            ['Least an order', money(route.minimumMinor)],
            ['Notes', route.notes],
          ]}
        />
      </Stack>
    </section>
  );
}

function PriceRow({ line: l, name, routeId }: { line: PriceLineModel; name: string; routeId: string }) {
  const action = useAction();
  const { bareMoney } = useUnits();
  const first = bareMoney(l.priceMinor);
  const [price, setPrice] = useState(first);
  const size = l.widthUm === null ? '' : { width: l.widthUm, height: l.heightUm! };
  return (
    <tr>
      <th scope="row">{name}</th>
      <td>{l.paper || <Small>any</Small>}</td>
      <td className="n">{l.fromQuantity}</td>
      <td>
        <Field
          label={`Price of ${name} from ${l.fromQuantity}`}
          hideLabel
          value={price}
          onChange={setPrice}
          width={96}
          wrong={action.fieldError('price')}
        />
      </td>
      <td>
        <Row $gap={4} style={{ flexWrap: 'nowrap' }}>
          {price !== first && (
            <Button
              onPress={() =>
                void action.run('keepPrice', {
                  id: l.id,
                  routeId,
                  size,
                  paper: l.paper,
                  from: l.fromQuantity,
                  price,
                })
              }
              isDisabled={action.isPending}
            >
              Keep
            </Button>
          )}
          <Button
            quiet
            onPress={() => void action.run('dropPrice', { id: l.id })}
            isDisabled={action.isPending}
            aria-label={`Take out ${name} from ${l.fromQuantity}`}
          >
            Out
          </Button>
        </Row>
      </td>
    </tr>
  );
}

const NO_LINE = { size: '', paper: '', from: '1', price: '' };

function AddPrice({ routeId }: { routeId: string }) {
  const action = useAction();
  const { withUnit } = useUnits();
  const [f, setF] = useState(NO_LINE);
  const kept = useKeptValues(`keepPrice:${routeId}`, f, setF);
  const add = async () => {
    if (
      await action.run('keepPrice', {
        id: null,
        routeId,
        size: f.size.trim() ? withUnit(f.size) : '',
        paper: f.paper,
        from: wholeOrTyped(f.from),
        price: f.price,
      })
    ) {
      kept.end(NO_LINE);
      setF(NO_LINE);
    }
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void add();
      }}
      style={{ paddingTop: 12 }}
    >
      <DraftSlip {...kept.slip} />
      <Row style={{ alignItems: 'flex-start' }}>
        <Field
          label="Another size"
          value={f.size}
          onChange={(size) => setF({ ...f, size })}
          width={150}
          hint="empty: custom, by area"
          wrong={action.fieldError('size')}
        />
        <Field
          label="Paper"
          value={f.paper}
          onChange={(paper) => setF({ ...f, paper })}
          width={130}
          hint="empty: any"
        />
        <Field
          label="From"
          value={f.from}
          onChange={(from) => setF({ ...f, from })}
          width={64}
          wrong={action.fieldError('from')}
        />
        <Field
          label="Each"
          value={f.price}
          onChange={(price) => setF({ ...f, price })}
          width={90}
          wrong={action.fieldError('price')}
        />
        <div style={{ paddingTop: 18 }}>
          <Button type="submit" isDisabled={action.isPending || !f.price.trim()}>
            Add it
          </Button>
        </div>
      </Row>
      <ErrorCallout error={action.error} fields={['size', 'from', 'price']} />
    </form>
  );
}

'use client';
import { exactOr } from '@/app/exact';
import type { RouteModel } from '@/app/models';
import { useRef, useState } from 'react';
import { wholeOrTyped } from '@/core/measure';

import type { PriceLine } from '@/studio/routes/routes';
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

type Bad = { line: number; field: string; value: string; expected: string };
/** More lines than this make a page slow to read; the rest is found by what is typed. */
const SHOWN = 200;

/** A route's terms and its price table: edited line by line, or read from a file. */
export function RouteView({
  route: r,
  lines,
  today,
}: {
  route: RouteModel;
  lines: PriceLine[];
  today: string;
}) {
  const action = useAction();
  const { length, size, money, bareMoney, currency } = useUnits();
  const [shownBleed] = useState(length(r.bleedUm));
  const [terms, setTerms] = useState({
    carriage: bareMoney(r.carriageMinor),
    freeFrom: r.freeFromMinor === null ? '' : bareMoney(r.freeFromMinor),
    setUp: bareMoney(r.setUpMinor),
    bleed: shownBleed,
    readOn: r.readOn ?? today,
    proofKinds: r.proofKinds,
    proof: bareMoney(r.proofMinor),
    proofDays: String(r.proofDays),
  });
  const [find, setFind] = useState('');
  const [bad, setBad] = useState<Bad[]>([]);
  const input = useRef<HTMLInputElement>(null);
  const nameOf = (l: PriceLine) =>
    l.widthUm === null ? 'custom, a square metre' : size({ width: l.widthUm, height: l.heightUm! });
  const found = lines.filter(
    (l) => !find.trim() || `${nameOf(l)} ${l.paper}`.toLowerCase().includes(find.trim().toLowerCase()),
  );
  const read = async (file: File) => {
    const done = await action.run('importPrices', {
      routeId: r.id,
      text: await file.text(),
      readOn: today,
    });
    if (done) setBad((done.bad as Bad[]) ?? []);
  };
  const set = (key: keyof typeof terms) => (value: string) =>
    setTerms((was) => ({ ...was, [key]: value }));
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{r.name}</PageTitle>
          <Lead>
            {r.kind}, {r.process}; {r.leadDays} days;{' '}
            {r.ppiSteps.map((s) => `${s.ppi} ppi${s.upTo ? ` to ${length(s.upTo)}` : ''}`).join(', ')};{' '}
            {r.space}, {r.fileKinds};{' '}
            {r.addsBorder ? 'adds the border on the sheet' : 'wants the border in the file'};{' '}
            {r.givesProofs ? 'gives proofs' : 'gives no proofs'}.
          </Lead>
        </div>
      </PageHeader>
      <PapersNav />
      <Columns $aside={360}>
        <Panel>
          <PanelTitle>
            Prices{' '}
            <span>
              {lines.length
                ? `${lines.length}, read ${r.readOn ?? 'no day on record'}`
                : `none: ${money(r.pricePerM2Minor)} a square metre counts`}
            </span>
          </PanelTitle>
          <Row style={{ alignItems: 'end', padding: '8px 0' }}>
            <Field label="Find a size or paper" value={find} onChange={setFind} width={200} />
            <Button onPress={() => input.current?.click()} isDisabled={action.isPending}>
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
                if (file) void read(file);
                e.target.value = '';
              }}
            />
          </Row>
          <ErrorCallout
            error={action.error}
            fields={['size', 'from', 'price', 'carriage', 'freeFrom', 'setUp', 'bleed', 'readOn']}
          />
          {bad.length > 0 && (
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
          )}
          {lines.length === 0 && !bad.length && (
            <EmptyState title="No table yet">
              <p>
                A file with columns for size, quantity, price and, if it has one, paper. A size of
                “custom” is the price of a square metre.
              </p>
            </EmptyState>
          )}
          {found.length > 0 && (
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
                    <PriceRow key={`${l.id} ${l.priceMinor}`} line={l} name={nameOf(l)} routeId={r.id} />
                  ))}
                </tbody>
              </Table>
            </ScrollArea>
          )}
          {found.length > SHOWN && <Small>{found.length - SHOWN} more: type a size to find them.</Small>}
          <AddPrice routeId={r.id} />
        </Panel>
        <Aside>
          <section>
            <PanelTitle>Besides its prices</PanelTitle>
            <Stack $gap={10} style={{ paddingTop: 6 }}>
              <Fields $columns="1fr 1fr">
                <Field
                  label={`Carriage, ${currency}`}
                  value={terms.carriage}
                  onChange={set('carriage')}
                  wrong={action.fieldError('carriage')}
                />
                <Field
                  label="Free from"
                  value={terms.freeFrom}
                  onChange={set('freeFrom')}
                  hint="empty: never"
                  wrong={action.fieldError('freeFrom')}
                />
                <Field
                  label="Set-up, an order"
                  value={terms.setUp}
                  onChange={set('setUp')}
                  wrong={action.fieldError('setUp')}
                />
                <Field
                  label="Bleed it wants"
                  value={terms.bleed}
                  onChange={set('bleed')}
                  wrong={action.fieldError('bleed')}
                />
                {r.givesProofs && (
                  <>
                    <Field
                      label="Proofs it gives"
                      value={terms.proofKinds}
                      onChange={set('proofKinds')}
                      hint="snippet, whole, strip"
                    />
                    <Field
                      label={`A proof, ${currency}`}
                      value={terms.proof}
                      onChange={set('proof')}
                      wrong={action.fieldError('proof')}
                    />
                    <Field
                      label="Days for a proof"
                      value={terms.proofDays}
                      onChange={set('proofDays')}
                      wrong={action.fieldError('proofDays')}
                    />
                  </>
                )}
                <Field
                  label="Prices read on"
                  value={terms.readOn}
                  onChange={set('readOn')}
                  type="date"
                  wrong={action.fieldError('readOn')}
                />
              </Fields>
              <Row>
                <Button
                  onPress={() =>
                    void action.run('changeTerms', {
                      id: r.id,
                      ...terms,
                      bleed: exactOr(terms.bleed, shownBleed, r.bleedUm),
                      proofDays: wholeOrTyped(terms.proofDays),
                    })
                  }
                  isDisabled={action.isPending}
                >
                  Keep the terms
                </Button>
              </Row>
              <FactList
                rows={[
                  ['Least an order', money(r.minimumMinor)],
                  ['Notes', r.notes],
                ]}
              />
            </Stack>
          </section>
        </Aside>
      </Columns>
    </Page>
  );
}

function PriceRow({ line: l, name, routeId }: { line: PriceLine; name: string; routeId: string }) {
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

function AddPrice({ routeId }: { routeId: string }) {
  const action = useAction();
  const { withUnit } = useUnits();
  const [f, setF] = useState({ size: '', paper: '', from: '1', price: '' });
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
    )
      setF({ size: '', paper: '', from: '1', price: '' });
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void add();
      }}
      style={{ paddingTop: 12 }}
    >
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

'use client';
import { ORDER_FIELDS, type OrderField } from '@/core/order/orderList';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { FilePick } from '@/ui/FilePick';
import {
  Lead,
  Page,
  PageHeader,
  PageTitle,
  Panel,
  PanelTitle,
  ScrollArea,
  Small,
  Stack,
  Table,
} from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import { SalesNav } from '../SalesNav';
import { useBringIn, type Found } from './useBringIn';

/** Orders from elsewhere: a list, or the shop. Looked over first; what is here already is passed over. */
export function BringInView({ sources }: { sources: string[] }) {
  const desk = useBringIn();
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>Bring in orders</PageTitle>
          <Lead>
            A list from a shop, a fair or a notebook. What its columns mean is asked once for each source;
            what came before is passed over.
          </Lead>
        </div>
        <Button isDisabled={desk.isReading} onPress={() => void desk.fetchShop()}>
          Fetch from the simulated shop
        </Button>
      </PageHeader>
      <SalesNav />
      <Stack $gap={18}>
        {desk.done && <Done done={desk.done} />}
        {!desk.found && <DraftSlip {...desk.slip} />}
        {!desk.found && <Reading desk={desk} sources={sources} />}
        <ErrorCallout error={desk.error ?? desk.action.error} />
        {desk.found && <LookOver key={desk.found.orders.length} desk={desk} found={desk.found} />}
      </Stack>
    </Page>
  );
}

type Desk = ReturnType<typeof useBringIn>;

function Done({ done: { taken, passed, of } }: { done: NonNullable<Desk['done']> }) {
  return (
    <div role="status">
      <MarkedText kind={taken + passed === of ? 'holds' : 'none'}>
        {taken + passed} of {of}: {taken} {taken === 1 ? 'order is' : 'orders are'} taken
        {passed > 0 && `, ${passed} were here already`}.
      </MarkedText>
    </div>
  );
}

function Reading({ desk, sources }: { desk: Desk; sources: string[] }) {
  return (
    <Panel>
      <Stack>
        <PanelTitle>The list</PanelTitle>
        <Fields $columns="1fr 1fr">
          <Field
            label="Where it is from"
            value={desk.source}
            onChange={desk.setSource}
            hint={
              sources.length
                ? `known: ${sources.join(', ')}`
                : 'so that its columns are known the next time'
            }
          />
          <div style={{ paddingTop: 18 }}>
            <FilePick
              label="A CSV file"
              accept=".csv,text/csv"
              onFile={(file) => void file?.text().then(desk.setText)}
            />
          </div>
        </Fields>
        <Field
          label="Or pasted here"
          value={desk.text}
          onChange={desk.setText}
          lines={6}
          hint="the first line names the columns"
        />
        <Row>
          <Button main isDisabled={!desk.text.trim() || desk.isReading} onPress={() => void desk.read()}>
            {desk.isReading ? 'Reading …' : 'Look it over'}
          </Button>
        </Row>
      </Stack>
    </Panel>
  );
}

function LookOver({ desk, found }: { desk: Desk; found: Found }) {
  const { money, date } = useUnits();
  const { orders, faults } = found;
  const shown = orders.slice(0, 60);
  return (
    <Panel>
      <Stack>
        <PanelTitle>
          {orders.length} {orders.length === 1 ? 'order' : 'orders'} from {found.source}
          <span>{faults.length ? `${faults.length} lines kept out` : 'every line can be read'}</span>
        </PanelTitle>
        {found.heads.length > 0 && <Columns desk={desk} found={found} />}
        {faults.length > 0 && (
          <ul aria-label="Lines that are kept out">
            {faults.slice(0, 30).map((fault) => (
              <li key={`${fault.line} ${fault.says}`}>
                <MarkedText kind="care">
                  Line {fault.line}: {fault.says}
                </MarkedText>
              </li>
            ))}
            {faults.length > 30 && <Small>and {faults.length - 30} more</Small>}
          </ul>
        )}
        <ScrollArea aria-label="Orders that can be taken">
          <Table aria-label="Orders that can be taken" $tight>
            <thead>
              <tr>
                <th>Called there</th>
                <th>Day</th>
                <th>Goes to</th>
                <th>What</th>
                <th className="n">Carriage</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((order) => (
                <tr key={order.reference}>
                  <th scope="row">{order.reference}</th>
                  <td>{order.day ? date(order.day) : 'today'}</td>
                  <td>
                    <bdi>{order.name}</bdi>, {order.country}
                  </td>
                  <td>
                    {order.items.map((item) => (
                      <span key={item.item} style={{ display: 'block' }}>
                        {item.quantity} × {item.is}
                        {item.priceMinor !== null && ` at ${money(item.priceMinor)}`}
                      </span>
                    ))}
                  </td>
                  <td className="n">{money(order.carriageMinor)}</td>
                </tr>
              ))}
            </tbody>
          </Table>
        </ScrollArea>
        {orders.length > shown.length && <Small>and {orders.length - shown.length} more</Small>}
        <Row>
          <Button
            main
            isDisabled={orders.length === 0 || desk.action.isPending}
            onPress={() => void desk.take()}
          >
            Take {orders.length === 1 ? 'it' : `all ${orders.length}`}
          </Button>
          <Button quiet onPress={desk.leave}>
            Leave it
          </Button>
        </Row>
      </Stack>
    </Panel>
  );
}

/** Which column means what; read anew as soon as one is changed, and kept for this source. */
function Columns({ desk, found }: { desk: Desk; found: Found }) {
  const mapping = found.mapping!;
  const set = (field: OrderField, head: string) =>
    void desk.read({ columns: { ...mapping.columns, [field]: head ? [head] : [] } });
  return (
    <details open={!found.isKnown}>
      <summary>What its columns mean</summary>
      <Fields $columns="repeat(auto-fit, minmax(150px, 1fr))" style={{ marginTop: 8 }}>
        {ORDER_FIELDS.map((field) => (
          <Select
            key={field}
            label={field}
            value={mapping.columns[field]?.[0] ?? ''}
            onChange={(head) => set(field, head)}
            options={[
              { key: '', name: 'not there' },
              ...[...new Set(found.heads)].filter(Boolean).map((head) => ({ key: head, name: head })),
            ]}
          />
        ))}
      </Fields>
    </details>
  );
}

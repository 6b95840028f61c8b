'use client';
import Link from 'next/link';
import { ProductCosts } from '@/app/ProductCosts';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Aside, Columns, EmptyState, Lead, Page, PageHeader, PageTitle, Panel } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { AddPart } from './AddPart';
import { isRoll, sheetOf, type LayoutProps } from './layoutProps';
import { PaperTable } from './PaperTable';
import { Pieces } from './Pieces';
import { StockPart } from './StockPart';
import { useLayoutDesk, type LayoutDesk } from './useLayoutDesk';
import { WhatItTakes } from './WhatItTakes';

/** One sheet or roll with what lies on it: added, laid anew, moved by hand, sent to be printed. */
export function LayoutView(props: LayoutProps) {
  const desk = useLayoutDesk(props);
  const { layout, placements, facts, action, isPrinted } = desk;
  return (
    <Page>
      <PageHeader>
        <LayoutTitle desk={desk} />
        <Onward desk={desk} />
      </PageHeader>
      <ErrorCallout error={action.error} fields={['count']} />
      <Columns $aside={400}>
        <Panel>
          {placements.length ? (
            <PaperTable
              layout={layout}
              placements={placements}
              taken={facts.taken}
              cuts={facts.cuts ?? []}
              onMove={desk.move}
              clash={new Set(facts.clash.map((p) => p.id))}
            />
          ) : (
            <EmptyState title="Nothing lies on it yet">
              <p>Add prints of any works at the side; room is found for each as it comes.</p>
            </EmptyState>
          )}
        </Panel>
        <Aside>
          <WhatItTakes desk={desk} />
          {!isPrinted && <Arranging desk={desk} />}
          <Pieces layout={layout} isPrinted={isPrinted} />
          <ProductCosts costs={props.costs} />
          {!isPrinted && (
            <>
              <StockPart desk={desk} />
              <AddPart layoutId={layout.id} offered={props.offered} proofs={props.asked} />
              <Row>
                <Button quiet onPress={() => void desk.remove()}>
                  Remove this layout
                </Button>
              </Row>
            </>
          )}
        </Aside>
      </Columns>
    </Page>
  );
}

function LayoutTitle({ desk: { layout, paper } }: { desk: LayoutDesk }) {
  const { length, size } = useUnits();
  const { ground } = layout;
  return (
    <div>
      <PageTitle>{layout.name}</PageTitle>
      <Lead>
        {paper.name}, {isRoll(ground) ? `${length(ground.width)} roll` : size(sheetOf(ground))}; margin{' '}
        {length(ground.margin)}, gap {length(ground.gap)}. <Link href="/papers/layouts">All layouts</Link>
      </Lead>
    </div>
  );
}

/** To its drawing, to the queue, and from there to print. */
function Onward({ desk }: { desk: LayoutDesk }) {
  const { layout, placements, action } = desk;
  return (
    <Row>
      {placements.length > 0 && (
        <ButtonLink href={`/api/drawing/layout/${layout.id}`} target="_blank">
          PDF at true size
        </ButtonLink>
      )}
      {layout.state === 'laid' && (
        <Button main onPress={() => void desk.queue(true)} isDisabled={!desk.canQueue}>
          Send to the print queue
        </Button>
      )}
      {layout.state === 'queued' && (
        <>
          <Button quiet onPress={() => void desk.queue(false)}>
            Take it back
          </Button>
          <Button main onPress={() => void desk.print()} isDisabled={action.isPending}>
            It is printed
          </Button>
        </>
      )}
    </Row>
  );
}

function Arranging({ desk }: { desk: LayoutDesk }) {
  return (
    <Row>
      <Button onPress={() => void desk.layAnew('tight')} isDisabled={!desk.canLay}>
        Lay tight
      </Button>
      <Button onPress={() => void desk.layAnew('straight')} isDisabled={!desk.canLay}>
        For straight cuts
      </Button>
      {desk.hasMoved && (
        <>
          <Button main onPress={() => void desk.keep()} isDisabled={!desk.canKeep}>
            Keep what I moved
          </Button>
          <Button quiet onPress={desk.putBack}>
            Put it back
          </Button>
        </>
      )}
    </Row>
  );
}

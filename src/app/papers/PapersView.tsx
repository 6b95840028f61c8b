'use client';

import type { PaperModel, RouteModel, ServiceModel, SupplyModel } from '@/app/models';
import { Button } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { useKeys } from '@/ui/Keys';
import { EmptyState, Lead, Page, PageHeader, PageTitle, Panel } from '@/ui/Layout';
import { useState } from 'react';
import type { Shelf } from './page';
import { PapersNav } from './PapersNav';
import { PaperDrawer, type HeldSize } from './PaperDrawer';
import { ReceiveSheet } from './ReceiveSheet';
import { RecordSheet } from './RecordSheet';
import { RouteTable } from './RouteTable';
import { ServiceTable } from './ServiceTable';
import { SupplyTable } from './SupplyTable';
import { useUnits } from '@/ui/Units';
import { paperForm, routeForm, serviceForm, supplyForm, type RecordForm } from './recordForms';
type Props = {
  held: Record<string, HeldSize[]>;
  today: string;
  /** Those of the page that is looked at. */
  papers: PaperModel[];
  asked: AskedPapers;
  routes: RouteModel[];
  supplies: SupplyModel[];
  services: ServiceModel[];
  show: Shelf;
};

/** Which papers are looked at: what was typed, the page of them, and how many there are. */
export type AskedPapers = {
  search: string;
  page: number;
  perPage: number;
  found: number;
  all: number;
};

const SHELF_NAMES: Record<Shelf, string> = {
  papers: 'Papers',
  routes: 'Routes',
  shelf: 'Packing shelf',
  carriers: 'Carriers',
};

/** What is in the drawer, who else can print, what wraps a parcel and who carries it. */
export function PapersView(props: Props) {
  const { show } = props;
  const [open, setOpen] = useState<RecordForm | null>(null);
  const [receiving, setReceiving] = useState<PaperModel | null>(null);
  const { unit, today } = useUnits();
  const forms = {
    paper: (paper: PaperModel | null) => setOpen(paperForm(paper)),
    route: (route: RouteModel | null) => setOpen(routeForm(route, unit)),
    supply: (supply: SupplyModel | null) => setOpen(supplyForm(supply)),
    service: (service: ServiceModel | null) => setOpen(serviceForm(service, today())),
  };
  const record = {
    papers: forms.paper,
    routes: forms.route,
    shelf: forms.supply,
    carriers: forms.service,
  }[show];
  const what = { papers: 'a paper', routes: 'a route', shelf: 'a supply', carriers: 'a service' }[show];
  useKeys([{ key: 'n', label: `record ${what}`, run: () => record(null) }]);
  const counts: Record<Shelf, number> = {
    papers: props.asked.all,
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
          <PaperDrawer
            papers={props.papers}
            asked={props.asked}
            held={props.held}
            today={props.today}
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
      {open && <RecordSheet key={open.id ?? 'new'} open={open} onClose={() => setOpen(null)} />}
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

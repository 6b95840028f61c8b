'use client';
import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { LinkList, Panel, PanelTitle, Small } from '@/ui/Layout';

/** The week as a calendar: a file to take along, or an address that other programs read again and again. */
export function CalendarPart({ feedKey }: { feedKey: string | null }) {
  const action = useAction();
  return (
    <Panel as="aside">
      <PanelTitle>As a calendar</PanelTitle>
      <LinkList>
        <li>
          <a href="/api/export/week.ics" download>
            The week as a file (iCalendar)
          </a>
        </li>
        {feedKey && (
          <li>
            <a href={`/api/feed/${feedKey}`}>Its private address</a>
          </li>
        )}
      </LinkList>
      <Small>
        {feedKey
          ? 'A calendar that follows this address shows each day as it is laid then. Whoever has the address sees it, with names of buyers.'
          : 'A private address can be followed by a calendar in this house; it needs no passphrase, so make it only when you use it.'}
      </Small>
      <Row>
        <Button onPress={() => action.run('makeFeed', {})} isDisabled={action.isPending}>
          {feedKey ? 'A new address' : 'Make an address'}
        </Button>
        {feedKey && (
          <Button quiet onPress={() => action.run('closeFeed', {})} isDisabled={action.isPending}>
            Take it away
          </Button>
        )}
      </Row>
      <ErrorCallout error={action.error} fields={[]} />
    </Panel>
  );
}

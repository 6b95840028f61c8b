import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Panel, PanelTitle, Small } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { PackingModel } from './packingModel';

/** The stages of a commission, each done and paid by a press. */
export function Stages({ table: { stages } }: { table: PackingModel }) {
  const action = useAction();
  const { money, date } = useUnits();
  return (
    <Panel>
      <PanelTitle>Stages</PanelTitle>
      <ul style={{ display: 'grid', gap: 6, marginTop: 8 }}>
        {stages.map((stage) => {
          const [done, paid] = [stage.doneAt !== null, stage.paidAt !== null];
          const mark = (next: { done: boolean; paid: boolean }) =>
            void action.run('markStage', { id: stage.id, ...next });
          return (
            <li key={stage.id}>
              <Row $gap={10}>
                <strong>{stage.name}</strong> {money(stage.amountMinor)}
                {stage.dueOn && <Small>due {date(stage.dueOn)}</Small>}
                <Button quiet isDisabled={action.isPending} onPress={() => mark({ done: !done, paid })}>
                  {done ? 'Not done' : 'Done'}
                </Button>
                <Button quiet isDisabled={action.isPending} onPress={() => mark({ done, paid: !paid })}>
                  {paid ? 'Not paid' : 'Paid'}
                </Button>
                <MarkedText kind={paid ? 'holds' : 'none'}>
                  <Small>
                    {done ? 'done' : 'to do'}, {paid ? 'paid' : 'to pay'}
                  </Small>
                </MarkedText>
              </Row>
            </li>
          );
        })}
      </ul>
      <ErrorCallout error={action.error} />
    </Panel>
  );
}

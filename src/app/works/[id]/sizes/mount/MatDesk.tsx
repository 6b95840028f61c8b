'use client';
import type { CutterModel, MountModel, SupplyModel } from '@/app/models';
import { drawMatFace, drawSection, THICKEN } from '@/core/drawing/shopDrawings';
import type { OverlapLine } from '@/core/mounting/mat';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { DrawingView } from '@/ui/DrawingView';
import { Select } from '@/ui/Choices';
import { Field, Fields } from '@/ui/Field';
import { PanelTitle, ScrollArea, Small, Stack, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { CuttingList } from './CuttingList';
import type { Seen } from './MountView';
import { useMatDesk, type MatDeskModel } from './useMatDesk';

const LENGTHS = [
  ['windowWidth', 'Window, wide'],
  ['windowHeight', 'Window, high'],
  ['side', 'Mat left, right, above'],
  ['bottom', 'Mat below'],
  ['board', 'Mat board'],
  ['glazing', 'Glazing'],
  ['backing', 'Backing board'],
  ['print', 'Print’s paper'],
  ['frameLip', 'Lip of the frame'],
  ['minimumHold', 'Least hold'],
] as const;
const FIELDS = [...LENGTHS.map(([key]) => key), 'window'];
type Props = {
  title: string;
  seen: Seen;
  mount: MountModel | null;
  cutters: CutterModel[];
  kits: SupplyModel[];
};

/** Window, hold and cover with tolerances, drawn from the front and in section, and the list for the framer. */
export function MatDesk(props: Props) {
  const desk = useMatDesk(props);
  const { action, worked } = desk;
  const { size } = useUnits();
  return (
    <>
      <div style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        <Stack $gap={18} style={{ flex: '1 1 560px', minWidth: 0 }}>
          <Drawings desk={desk} {...props} />
        </Stack>
        <Stack $gap={14} style={{ flex: '1 1 380px', minWidth: 0 }}>
          <Asked desk={desk} cutters={props.cutters} />
          <Findings desk={desk} />
          <Row>
            <Button main onPress={() => void desk.keep()} isDisabled={action.isPending}>
              Keep this mat
            </Button>
            {props.mount && (
              <Button quiet onPress={() => void desk.drop()}>
                Drop it
              </Button>
            )}
          </Row>
          <ErrorCallout error={action.error} fields={FIELDS} />
          <Small>Mat outer {size(desk.outer)}.</Small>
        </Stack>
      </div>
      {worked.value && (
        <section>
          <PanelTitle>
            Cutting list <span>goes in writing to who cuts</span>
          </PanelTitle>
          <CuttingList list={worked.value.mounted.list} />
        </section>
      )}
    </>
  );
}

function Drawings({
  desk: { worked, plan, sheet, image },
  title,
  seen,
  mount,
}: { desk: MatDeskModel } & Pick<Props, 'title' | 'seen' | 'mount'>) {
  const { unit, size } = useUnits();
  if (!worked.value) return null;
  const face = drawMatFace({
    title: `Mat of ${title}, ${size(image)}`,
    plan,
    sheet,
    image,
    unit,
    picture: seen.picture,
    from: seen.from,
  });
  const section = drawSection({
    title: `Section at the lower edge, ${THICKEN} times as deep as it is`,
    mounting: worked.value.mounted,
    plan,
    sheet,
    unit,
  });
  return (
    <>
      <DrawingView
        drawing={face}
        name={`mat-${seen.format.name}`}
        space={{ width: 600, height: 430 }}
        pdf={mount ? `/api/drawing/mat/${mount.id}` : undefined}
      />
      <DrawingView
        drawing={section}
        name={`section-${seen.format.name}`}
        space={{ width: 600, height: 300 }}
        pdf={mount ? `/api/drawing/section/${mount.id}` : undefined}
      />
    </>
  );
}

function Asked({ desk, cutters }: { desk: MatDeskModel; cutters: CutterModel[] }) {
  const { length } = useUnits();
  const { tolerance } = desk.plan;
  return (
    <>
      <Select
        label="Cut by"
        value={desk.cutterId}
        onChange={desk.setCutter}
        options={[
          ...cutters.map((c) => ({ key: c.id, name: c.name })),
          { key: '', name: 'nobody asked yet: 1 mm each' },
        ]}
        hint={`sheet within ${length(tolerance.sheet)}, window within ${length(tolerance.window)}, laid within ${length(tolerance.placing)}`}
      />
      <Fields $columns="1fr 1fr">
        {LENGTHS.map(([key, name]) => (
          <Field
            key={key}
            label={name}
            value={desk.lengths.typed[key]}
            onChange={desk.lengths.type(key)}
            wrong={desk.wrong(key)}
          />
        ))}
      </Fields>
    </>
  );
}

/** What the mat holds and covers, what is to be said to it, and what lies on the shelf that would do. */
function Findings({ desk: { worked, fitting, hasKits, action, takeKit } }: { desk: MatDeskModel }) {
  if (!worked.value) return <MarkedText kind="fails">{worked.says}</MarkedText>;
  const { overlaps, findings, mounted } = worked.value;
  return (
    <>
      <Overlaps lines={overlaps} />
      <Stack $gap={6} aria-label="What to say to it" role="group">
        {[...findings, ...mounted.findings].map((finding) => (
          <Verdict key={finding.says} finding={finding} />
        ))}
        {hasKits && (
          <MarkedText kind={fitting.length ? 'holds' : 'none'}>
            {fitting.length
              ? `Mats cut beforehand that hold it: ${fitting.map((k) => `${k.name} (${k.onHand} on hand)`).join(', ')}.`
              : 'None of the mats cut beforehand takes this sheet and shows its image.'}
          </MarkedText>
        )}
      </Stack>
      {fitting
        .filter((kit) => kit.onHand > 0)
        .map((kit) => (
          <Row key={kit.id}>
            <Button onPress={() => void takeKit(kit.id)} isDisabled={action.isPending}>
              Take one {kit.name} from the shelf
            </Button>
          </Row>
        ))}
    </>
  );
}

function Overlaps({ lines }: { lines: OverlapLine[] }) {
  const { length } = useUnits();
  return (
    <ScrollArea>
      <Table aria-label="Hold and cover">
        <thead>
          <tr>
            <th>Per side</th>
            <th className="n">As drawn</th>
            <th className="n">Worst</th>
            <th className="n">Expected</th>
          </tr>
        </thead>
        <tbody>
          {lines.map(({ what, axis, overlap, working }) => (
            <tr key={what + axis}>
              <th scope="row">
                <Working working={working}>
                  {what === 'hold' ? 'Holds the sheet' : 'Covers the image'},{' '}
                  {axis === 'width' ? 'left and right' : 'top and bottom'}
                </Working>
              </th>
              <td className="n">{length(overlap.nominal)}</td>
              <td className="n">{length(overlap.worst)}</td>
              <td className="n">{length(overlap.expected)}</td>
            </tr>
          ))}
        </tbody>
      </Table>
    </ScrollArea>
  );
}

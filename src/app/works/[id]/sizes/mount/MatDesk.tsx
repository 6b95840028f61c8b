'use client';
import type { CutterModel, MountModel, SupplyModel } from '@/app/models';
import { sheetOf } from '@/core/crop/border';
import { drawMatFace, drawSection, THICKEN } from '@/core/drawing/shopDrawings';
import { matCheck, matFindings, MINIMUM_HOLD_UM, overlapWorking } from '@/core/mounting/mat';
import { matOuter, mounting, type MatPlan } from '@/core/mounting/mount';
import { useMemo, useState } from 'react';

import { useAction } from '@/app/useAction';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Working } from '@/ui/Callout';
import { DrawingView } from '@/ui/DrawingView';
import { Field, Fields, Select } from '@/ui/Field';
import { PanelTitle, ScrollArea, Small, Stack, Table } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText, Verdict } from '@/ui/Verdict';
import { attempt } from '../attempt';
import { typedSides, useTypedLengths } from '../typedLengths';
import { CuttingList } from './CuttingList';
import type { Seen } from './MountView';

const KEYS = [
  'windowWidth',
  'windowHeight',
  'side',
  'bottom',
  'board',
  'glazing',
  'backing',
  'print',
  'frameLip',
  'minimumHold',
] as const;
const NAMES: Record<(typeof KEYS)[number], string> = {
  windowWidth: 'Window, wide',
  windowHeight: 'Window, high',
  side: 'Mat left, right, above',
  bottom: 'Mat below',
  board: 'Mat board',
  glazing: 'Glazing',
  backing: 'Backing board',
  print: 'Print’s paper',
  frameLip: 'Lip of the frame',
  minimumHold: 'Least hold',
};

/** Window, hold and cover with tolerances, drawn from the front and in section, and the list for the framer. */
export function MatDesk({
  title,
  seen,
  mount,
  cutters,
  kits,
}: {
  title: string;
  seen: Seen;
  mount: MountModel | null;
  cutters: CutterModel[];
  kits: SupplyModel[];
}) {
  const action = useAction();
  const { unit, length, size } = useUnits();
  const { format } = seen;
  const image = format.image,
    sheet = sheetOf(image, format.borders);
  const was = mount?.plan.kind === 'mat' ? mount.plan : null;
  const [cutterId, setCutter] = useState(was?.cutterId ?? cutters[0]?.id ?? '');
  const border = Math.min(...Object.values(format.borders));
  // Without a plan: the image's edge covered by 3 mm, or 5 mm of white where the border is wide enough for a signature.
  const open = border >= 25_000 ? 10_000 : -6_000;
  const f = useTypedLengths({
    windowWidth: was?.window.width ?? image.width + open,
    windowHeight: was?.window.height ?? image.height + open,
    side: was?.side ?? 60_000,
    bottom: was?.bottom ?? 70_000,
    board: was?.board ?? 1_500,
    glazing: was?.glazing ?? 2_000,
    backing: was?.backing ?? 3_000,
    print: was?.print ?? 480,
    frameLip: was?.frameLip ?? 6_000,
    minimumHold: was?.minimumHold ?? MINIMUM_HOLD_UM,
  });
  const cutter = cutters.find((c) => c.id === cutterId) ?? null;
  const plan: MatPlan = useMemo(
    () => ({
      kind: 'mat',
      cutterId: cutterId || null,
      tolerance: cutter
        ? {
            sheet: cutter.toleranceSheetUm,
            image: cutter.toleranceImageUm,
            window: cutter.toleranceWindowUm,
            placing: cutter.placingUm,
          }
        : { sheet: 1_000, image: 1_000, window: 1_000, placing: 1_000 },
      minimumHold: f.um.minimumHold,
      window: { width: f.um.windowWidth, height: f.um.windowHeight },
      side: f.um.side,
      bottom: f.um.bottom,
      board: f.um.board,
      glazing: f.um.glazing,
      backing: f.um.backing,
      print: f.um.print,
      frameLip: f.um.frameLip,
    }),
    [cutter, cutterId, f.um],
  );
  const q = {
    sheet,
    image,
    window: plan.window,
    tolerance: plan.tolerance,
    minimumHold: plan.minimumHold,
  };
  const worked = attempt(() => ({
    check: matCheck(q),
    findings: matFindings(q, unit),
    mounted: mounting(plan, sheet, image, unit),
  }));
  const save = async () => {
    const { windowWidth, windowHeight, ...rest } = f.sent();
    await action.run('keepMount', {
      kind: 'mat',
      formatId: format.id,
      cutterId: cutterId || null,
      window: typedSides(windowWidth, windowHeight),
      ...rest,
    });
  };
  const wrong = (key: (typeof KEYS)[number]) =>
    key === 'windowWidth' || key === 'windowHeight'
      ? action.fieldError('window')
      : action.fieldError(key);
  // A mat cut beforehand must take the sheet, hold it, and hide little of the image.
  const fitting = kits.filter((k) => {
    if (!k.windowWidthUm || !k.windowHeightUm || k.widthUm < sheet.width || k.heightUm < sheet.height)
      return false;
    const check = attempt(() =>
      matCheck({ ...q, window: { width: k.windowWidthUm!, height: k.windowHeightUm! } }),
    ).value;
    return (
      check?.verdict === 'holds' &&
      Math.max(check.cover.width.nominal, check.cover.height.nominal) <= MOST_HIDDEN_UM
    );
  });
  return (
    <>
      <div style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        <Stack $gap={18} style={{ flex: '1 1 560px', minWidth: 0 }}>
          {worked.value && (
            <>
              <DrawingView
                drawing={drawMatFace({
                  title: `Mat of ${title}, ${size(image)}`,
                  plan,
                  sheet,
                  image,
                  unit,
                  picture: seen.picture,
                  from: seen.from,
                })}
                name={`mat-${format.name}`}
                space={{ width: 600, height: 430 }}
                pdf={mount ? `/api/drawing/mat/${mount.id}` : undefined}
              />
              <DrawingView
                drawing={drawSection({
                  title: `Section at the lower edge, ${THICKEN} times as deep as it is`,
                  mounting: worked.value.mounted,
                  plan,
                  sheet,
                  unit,
                })}
                name={`section-${format.name}`}
                space={{ width: 600, height: 300 }}
                pdf={mount ? `/api/drawing/section/${mount.id}` : undefined}
              />
            </>
          )}
        </Stack>
        <Stack $gap={14} style={{ flex: '1 1 380px', minWidth: 320 }}>
          <Select
            label="Cut by"
            value={cutterId}
            onChange={setCutter}
            options={[
              ...cutters.map((c) => ({ key: c.id, name: c.name })),
              { key: '', name: 'nobody asked yet: 1 mm each' },
            ]}
            hint={`sheet within ${length(plan.tolerance.sheet)}, window within ${length(plan.tolerance.window)}, laid within ${length(plan.tolerance.placing)}`}
          />
          <Fields $columns="1fr 1fr">
            {KEYS.map((k) => (
              <Field key={k} label={NAMES[k]} value={f.typed[k]} onChange={f.type(k)} wrong={wrong(k)} />
            ))}
          </Fields>
          {worked.value ? (
            <>
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
                    {(['hold', 'cover'] as const).flatMap((what) =>
                      (['width', 'height'] as const).map((axis) => {
                        const o = worked.value!.check[what][axis],
                          outer = what === 'hold' ? sheet[axis] : image[axis],
                          t1 = what === 'hold' ? plan.tolerance.sheet : plan.tolerance.image;
                        return (
                          <tr key={what + axis}>
                            <th scope="row">
                              <Working
                                working={overlapWorking(
                                  what,
                                  outer,
                                  plan.window[axis],
                                  t1,
                                  plan.tolerance.window,
                                  plan.tolerance.placing,
                                  unit,
                                )}
                              >
                                {what === 'hold' ? 'Holds the sheet' : 'Covers the image'},{' '}
                                {axis === 'width' ? 'left and right' : 'top and bottom'}
                              </Working>
                            </th>
                            <td className="n">{length(o.nominal)}</td>
                            <td className="n">{length(o.worst)}</td>
                            <td className="n">{length(o.expected)}</td>
                          </tr>
                        );
                      }),
                    )}
                  </tbody>
                </Table>
              </ScrollArea>
              <Stack $gap={6} aria-label="What to say to it" role="group">
                {worked.value.findings.map((x) => (
                  <Verdict key={x.says} finding={x} />
                ))}
                {worked.value.mounted.findings.map((x) => (
                  <Verdict key={x.says} finding={x} />
                ))}
                {kits.length > 0 && (
                  <MarkedText kind={fitting.length ? 'holds' : 'none'}>
                    {fitting.length
                      ? `Mats cut beforehand that hold it: ${fitting.map((k) => `${k.name} (${k.onHand} on hand)`).join(', ')}.`
                      : 'None of the mats cut beforehand takes this sheet and shows its image.'}
                  </MarkedText>
                )}
              </Stack>
            </>
          ) : (
            <MarkedText kind="fails">{worked.says}</MarkedText>
          )}
          {fitting
            .filter((k) => k.onHand > 0)
            .map((k) => (
              <Row key={k.id}>
                <Button
                  onPress={() =>
                    void action.run('useSupply', { id: k.id, count: 1, why: `${title}, ${size(image)}` })
                  }
                  isDisabled={action.isPending}
                >
                  Take one {k.name} from the shelf
                </Button>
              </Row>
            ))}
          <Row>
            <Button main onPress={() => void save()} isDisabled={action.isPending}>
              Keep this mat
            </Button>
            {mount && (
              <Button quiet onPress={() => void action.run('dropMount', { id: mount.id })}>
                Drop it
              </Button>
            )}
          </Row>
          <ErrorCallout error={action.error} fields={[...KEYS, 'window']} />
          <Small>Mat outer {size(matOuter(plan.window, plan.side, plan.bottom))}.</Small>
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

/** More of an image under a mat on one side than this is a crop that nobody chose. */
const MOST_HIDDEN_UM = 10_000;

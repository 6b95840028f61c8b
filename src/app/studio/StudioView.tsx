'use client';
import { FinePrintPart } from './FinePrintPart';
import { wholeOrTyped } from '@/core/measure';
import { ScreenPart } from './ScreenPart';
import { useState, type ReactNode } from 'react';
import { FAMILY_NAMES, type FamilyName, type School } from '@/core/resolution';
import type { SettingsModel } from '@/app/models';
import { useAction } from '@/app/useAction';
import type { ActionInput } from '@/studio/registry';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Check, Field, Fields, Select } from '@/ui/Field';
import { Aside, Columns, PageHeader, Lead, PageTitle, Panel, PanelTitle, Stack, Page } from '@/ui/Layout';
import { Callout } from '@/ui/Callout';
import { useUnits } from '@/ui/Units';

const DAYS = ['Sunday', 'Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday'];
const FIELDS = [
  'ownSizes',
  'name',
  'artist',
  'currency',
  'timeZone',
  'holidays',
  'handlingDays',
  'border',
  'school',
  'address',
] as const;

const USUAL_STEPS = {
  kind: 'stepped' as const,
  steps: [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }],
};

/** Who the studio is, how it measures, and what it promises. */
export function StudioView({ settings: s, care }: { settings: SettingsModel; care: ReactNode }) {
  const action = useAction();
  const { length, size, withUnit } = useUnits();
  const [shownSizes] = useState(s.ownSizes.map(size).join('\n'));
  const [shownBorder] = useState(length(s.borderUm));
  const [f, setF] = useState({
    name: s.name,
    artist: s.artist,
    address: s.address.join('\n'),
    unit: s.unit,
    currency: s.currency,
    timeZone: s.timeZone,
    families: s.families,
    handlingDays: String(s.handlingDays),
    workdays: s.workdays,
    ownSizes: shownSizes,
    holidays: s.holidays.join('\n'),
    remake: s.remake,
    border: shownBorder,
    schoolKind: s.school.kind,
    ppi: s.school.kind === 'flat' ? String(s.school.ppi) : '300',
  });
  const set =
    <K extends keyof typeof f>(key: K) =>
    (value: (typeof f)[K]) =>
      setF((was) => ({ ...was, [key]: value }));
  const school = (): ActionInput<'changeSettings'>['school'] => {
    if (f.schoolKind === 'flat') return { kind: 'flat', ppi: Number(f.ppi) };
    if (f.schoolKind === 'distance') return { kind: 'distance' };
    return s.school.kind === 'stepped' ? s.school : USUAL_STEPS;
  };
  const save = () => {
    const { schoolKind: _kind, ppi: _ppi, ownSizes, ...rest } = f;
    void action.run('changeSettings', {
      ...rest,
      ...(ownSizes !== shownSizes && { ownSizes: ownSizes.split('\n').map(withUnit).join('\n') }),
      school: school(),
      handlingDays: wholeOrTyped(f.handlingDays),
      border: f.border === shownBorder ? s.borderUm : withUnit(f.border),
    });
  };
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{s.artist ? s.name : 'Your studio'}</PageTitle>
          <Lead>
            Who you are stands on every certificate and label; how you measure decides what every size is
            judged by.
          </Lead>
        </div>
      </PageHeader>
      <Columns $aside={320}>
        <Panel>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              save();
            }}
          >
            <Stack $gap={20}>
              <section>
                <PanelTitle>Who</PanelTitle>
                <Stack style={{ marginTop: 10 }}>
                  <Fields $columns="1fr 1fr">
                    <Field
                      label="Name of the studio"
                      value={f.name}
                      onChange={set('name')}
                      required
                      wrong={action.fieldError('name')}
                    />
                    <Field
                      label="Artist"
                      value={f.artist}
                      onChange={set('artist')}
                      required
                      hint="as it is signed"
                      wrong={action.fieldError('artist')}
                    />
                  </Fields>
                  <Field
                    label="Address"
                    value={f.address}
                    onChange={set('address')}
                    lines={3}
                    hint="a line each; stands on labels and slips"
                    wrong={action.fieldError('address')}
                  />
                </Stack>
              </section>
              <section>
                <PanelTitle>How it measures</PanelTitle>
                <Stack style={{ marginTop: 10 }}>
                  <Fields>
                    <Select
                      label="Sizes read in"
                      value={f.unit}
                      onChange={set('unit')}
                      options={[
                        { key: 'mm', name: 'millimetres' },
                        { key: 'in', name: 'inches' },
                      ]}
                    />
                    <Field
                      label="Currency"
                      value={f.currency}
                      onChange={set('currency')}
                      hint="ISO 4217, e.g. EUR"
                      wrong={action.fieldError('currency')}
                    />
                    <Field
                      label="Time zone"
                      value={f.timeZone}
                      onChange={set('timeZone')}
                      hint="e.g. Europe/Lisbon"
                      wrong={action.fieldError('timeZone')}
                    />
                    <Field
                      label="Usual white border"
                      value={f.border}
                      onChange={set('border')}
                      hint="each side, until a size says otherwise"
                      wrong={action.fieldError('border')}
                    />
                  </Fields>
                  <Fields>
                    <Select<School['kind']>
                      label="Sizes judged by"
                      value={f.schoolKind}
                      onChange={set('schoolKind')}
                      options={[
                        { key: 'flat', name: 'one figure for all sizes' },
                        { key: 'stepped', name: 'steps by the long edge' },
                        { key: 'distance', name: 'the eye at the judged distance' },
                      ]}
                      wrong={action.fieldError('school')}
                    />
                    {f.schoolKind === 'flat' && (
                      <Field label="Pixels per inch asked" value={f.ppi} onChange={set('ppi')} />
                    )}
                  </Fields>
                  <Row $gap={16} role="group" aria-label="Families of sizes">
                    {FAMILY_NAMES.map((name) => (
                      <Check
                        key={name}
                        checked={f.families.includes(name)}
                        onChange={(on) =>
                          set('families')(
                            on ? [...f.families, name] : f.families.filter((x: FamilyName) => x !== name),
                          )
                        }
                      >
                        {name}
                      </Check>
                    ))}
                  </Row>
                  {f.families.includes('the studio’s own') && (
                    <Field
                      label="Sizes of your own"
                      value={f.ownSizes}
                      onChange={set('ownSizes')}
                      lines={3}
                      hint="350 x 262.5 mm, a size each line; of an image, without its border"
                      wrong={action.fieldError('ownSizes')}
                    />
                  )}
                </Stack>
              </section>
              <section>
                <PanelTitle>What it promises</PanelTitle>
                <Stack style={{ marginTop: 10 }}>
                  <Fields>
                    <Field
                      label="Working days to send an order"
                      value={f.handlingDays}
                      onChange={set('handlingDays')}
                      wrong={action.fieldError('handlingDays')}
                    />
                    <Select
                      label="A destroyed number"
                      value={f.remake}
                      onChange={set('remake')}
                      options={[
                        { key: 'remake', name: 'may be made again' },
                        { key: 'retire', name: 'is retired' },
                      ]}
                      hint="for editions opened from now on"
                    />
                  </Fields>
                  <Row $gap={16} role="group" aria-label="Working days">
                    {DAYS.map((day, i) => (
                      <Check
                        key={day}
                        checked={f.workdays.includes(i)}
                        onChange={(on) =>
                          set('workdays')(
                            on ? [...f.workdays, i].sort() : f.workdays.filter((x) => x !== i),
                          )
                        }
                      >
                        {day}
                      </Check>
                    ))}
                  </Row>
                  <Field
                    label="Holidays kept"
                    value={f.holidays}
                    onChange={set('holidays')}
                    lines={3}
                    hint="2026-12-24, a day each"
                    wrong={action.fieldError('holidays')}
                  />
                </Stack>
              </section>
              <ErrorCallout error={action.error} fields={FIELDS} />
              <Row>
                <Button
                  main
                  type="submit"
                  isDisabled={action.isPending || f.families.length === 0 || f.workdays.length === 0}
                >
                  Keep this
                </Button>
              </Row>
            </Stack>
          </form>
        </Panel>
        <Aside>
          <ScreenPart settings={s} />
          <FinePrintPart rule={s.finePrint} />
          {care}
          <Callout>
            <h3>The key that signs certificates</h3>It lies in the folder’s <code>keys</code>. Whoever has
            it can sign certificates in your name; without it earlier codes can no longer be checked here.
            Keep a copy apart from this machine.
          </Callout>
        </Aside>
      </Columns>
    </Page>
  );
}

'use client';
import { SIGNINGS } from '@/core/edition/impressionStates';
import type { ReactNode } from 'react';
import type { SettingsModel } from '@/app/models';
import { FAMILY_NAMES, type School } from '@/core/resolution';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Callout } from '@/ui/Callout';
import { Select } from '@/ui/Choices';
import { Check, Field, Fields } from '@/ui/Field';
import { DraftSlip } from '@/ui/form/DraftSlip';
import { Aside, Columns, Lead, Page, PageHeader, PageTitle, Panel, PanelTitle, Stack } from '@/ui/Layout';
import { MarkedText } from '@/ui/Verdict';
import { FinePrintPart } from './FinePrintPart';
import { KeysPart } from './KeysPart';
import { ScreenPart } from './ScreenPart';
import { useSettingsForm, type SettingsForm } from './useSettingsForm';

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
  'school.ppi',
  'address',
] as const;

/** Who the studio is, how it measures, and what it promises. */
export function StudioView({ settings, care }: { settings: SettingsModel; care: ReactNode }) {
  return (
    <Page>
      <PageHeader>
        <div>
          <PageTitle>{settings.artist ? settings.name : 'Your studio'}</PageTitle>
          <Lead>
            Who you are stands on every certificate and label; how you measure decides what every size is
            judged by.
          </Lead>
        </div>
        <ButtonLink href="/first" quiet>
          The first morning
        </ButtonLink>
      </PageHeader>
      <Columns $aside={320}>
        <Panel>
          <Settings settings={settings} />
        </Panel>
        <Aside>
          <ScreenPart settings={settings} />
          <FinePrintPart rule={settings.finePrint} />
          <KeysPart />
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

function Settings({ settings }: { settings: SettingsModel }) {
  const form = useSettingsForm(settings);
  const { action, missing } = form;
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        void form.keep();
      }}
    >
      <DraftSlip {...form.slip} />
      <Stack $gap={20}>
        <Who form={form} />
        <HowItMeasures form={form} />
        <WhatItPromises form={form} />
        <ErrorCallout error={action.error} fields={FIELDS} />
        {missing && <MarkedText kind="care">{missing}</MarkedText>}
        <Row>
          <Button main type="submit" isDisabled={action.isPending || missing !== null}>
            Keep this
          </Button>
        </Row>
      </Stack>
    </form>
  );
}

function Section({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section>
      <PanelTitle>{title}</PanelTitle>
      <Stack style={{ marginTop: 10 }}>{children}</Stack>
    </section>
  );
}

function Who({ form: { values, set, action } }: { form: SettingsForm }) {
  return (
    <Section title="Who">
      <Fields $columns="1fr 1fr">
        <Field
          label="Name of the studio"
          value={values.name}
          onChange={set('name')}
          required
          wrong={action.fieldError('name')}
        />
        <Field
          label="Artist"
          value={values.artist}
          onChange={set('artist')}
          required
          hint="as it is signed"
          wrong={action.fieldError('artist')}
        />
      </Fields>
      <Field
        label="Address"
        value={values.address}
        onChange={set('address')}
        lines={4}
        hint="a line each; stands on labels and slips"
        wrong={action.fieldError('address')}
      />
    </Section>
  );
}

function HowItMeasures({ form }: { form: SettingsForm }) {
  const { values, set, action } = form;
  return (
    <Section title="How it measures">
      <Fields>
        <Select
          label="Sizes read in"
          value={values.unit}
          onChange={set('unit')}
          options={[
            { key: 'mm', name: 'millimetres' },
            { key: 'in', name: 'inches' },
          ]}
        />
        <Field
          label="Currency"
          value={values.currency}
          onChange={set('currency')}
          hint="ISO 4217, e.g. EUR"
          wrong={action.fieldError('currency')}
        />
        <Field
          label="Time zone"
          value={values.timeZone}
          onChange={set('timeZone')}
          hint="e.g. Europe/Lisbon"
          wrong={action.fieldError('timeZone')}
        />
        <Field
          label="Usual white border"
          value={values.border}
          onChange={set('border')}
          hint="each side, until a size says otherwise"
          wrong={action.fieldError('border')}
        />
      </Fields>
      <SchoolFields form={form} />
      <Row $gap={16} role="group" aria-label="Families of sizes">
        {FAMILY_NAMES.map((name) => (
          <Check key={name} checked={form.hasFamily(name)} onChange={form.setFamily(name)}>
            {name}
          </Check>
        ))}
      </Row>
      {form.hasFamily('the studio’s own') && (
        <Field
          label="Sizes of your own"
          value={values.ownSizes}
          onChange={set('ownSizes')}
          lines={3}
          hint="350 x 262.5 mm, a size each line; of an image, without its border"
          wrong={action.fieldError('ownSizes')}
        />
      )}
    </Section>
  );
}

function SchoolFields({ form: { values, set, action } }: { form: SettingsForm }) {
  return (
    <Fields>
      <Select<School['kind']>
        label="Sizes judged by"
        value={values.schoolKind}
        onChange={set('schoolKind')}
        options={[
          { key: 'flat', name: 'one figure for all sizes' },
          { key: 'stepped', name: 'steps by the long edge' },
          { key: 'distance', name: 'the eye at the judged distance' },
        ]}
        wrong={action.fieldError('school')}
      />
      {values.schoolKind === 'flat' && (
        <Field
          label="Pixels per inch asked"
          value={values.ppi}
          onChange={set('ppi')}
          wrong={action.fieldError('school.ppi')}
        />
      )}
    </Fields>
  );
}

function WhatItPromises({ form }: { form: SettingsForm }) {
  const { values, set, action } = form;
  return (
    <Section title="What it promises">
      <Fields>
        <Field
          label="Working days to send an order"
          value={values.handlingDays}
          onChange={set('handlingDays')}
          wrong={action.fieldError('handlingDays')}
        />
        <Select
          label="A destroyed number"
          value={values.remake}
          onChange={set('remake')}
          options={[
            { key: 'remake', name: 'may be made again' },
            { key: 'retire', name: 'is retired' },
          ]}
          hint="for editions opened from now on"
        />
        <Select
          label="Numbers of a run are sold"
          value={values.numbers}
          onChange={set('numbers')}
          options={[
            { key: 'next free', name: 'in their order' },
            { key: 'buyer chooses', name: 'as the buyer chooses' },
          ]}
          hint="where its opening says nothing else"
        />
        <Select
          label="Prints are signed"
          value={values.signing}
          onChange={set('signing')}
          options={SIGNINGS.map((key) => ({ key, name: key }))}
          hint="where its opening says nothing else"
        />
      </Fields>
      <Row $gap={16} role="group" aria-label="Working days">
        {DAYS.map((day, i) => (
          <Check key={day} checked={values.workdays.includes(i)} onChange={form.setWorkday(i)}>
            {day}
          </Check>
        ))}
      </Row>
      <Field
        label="Holidays kept"
        value={values.holidays}
        onChange={set('holidays')}
        lines={3}
        hint="2026-12-24, a day each"
        wrong={action.fieldError('holidays')}
      />
    </Section>
  );
}

'use client';
import { useState } from 'react';
import type { MountModel } from '@/app/models';
import { ErrorCallout } from '@/ui/Actions';
import { Button, ButtonLink, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { EmptyState, Stack } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';
import type { Seen } from '../mount/MountView';
import { SawingList } from './SawingList';
import { SquareCheck } from './SquareCheck';
import { useWrapDesk } from './useWrapDesk';
import { WrapDrawings } from './WrapDrawings';
import { WrapFacts } from './WrapFacts';
import { KEYS, WrapFields } from './WrapFields';

/** A canvas over bars: the sheet, its edges and folds, bars and braces, coats, and several panels. */
export function WrapView({
  workId,
  title,
  formats,
  asked,
  mounts,
}: {
  workId: string;
  title: string;
  formats: Seen[];
  asked: string | null;
  mounts: MountModel[];
}) {
  const { size } = useUnits();
  const [chosen, setChosen] = useState(
    formats.find((f) => f.format.id === asked)?.format.id ??
      mounts[0]?.formatId ??
      formats.at(-1)?.format.id ??
      '',
  );
  const seen = formats.find((f) => f.format.id === chosen) ?? formats[0];
  if (!seen)
    return (
      <EmptyState title="No size is offered yet">
        <p>Tick a size on the ladder; its image becomes the face of the canvas.</p>
      </EmptyState>
    );
  const mount = mounts.find((m) => m.formatId === seen.format.id) ?? null;
  return (
    <Stack $gap={22}>
      <Select
        label="Face"
        value={seen.format.id}
        onChange={setChosen}
        width={240}
        options={formats.map((f) => ({ key: f.format.id, name: size(f.format.image) }))}
      />
      <OneWrap
        key={`${seen.format.id} ${mount?.changedAt ?? 'new'}`}
        workId={workId}
        title={title}
        seen={seen}
        mount={mount}
      />
      <SquareCheck />
    </Stack>
  );
}

function OneWrap({
  workId,
  title,
  seen,
  mount,
}: {
  workId: string;
  title: string;
  seen: Seen;
  mount: MountModel | null;
}) {
  const desk = useWrapDesk({ seen, mount });
  const { action, worked, lengths } = desk;
  const w = worked.value;
  return (
    <>
      <div style={{ display: 'flex', gap: 28, flexWrap: 'wrap', alignItems: 'flex-start' }}>
        <Stack $gap={18} style={{ flex: '1 1 560px', minWidth: 0 }}>
          {w && <WrapDrawings worked={w} title={title} seen={seen} mount={mount} gap={lengths.um.gap} />}
        </Stack>
        <Stack $gap={14} style={{ flex: '1 1 360px', minWidth: 0 }}>
          <WrapFields desk={desk} />
          {w ? <WrapFacts desk={desk} worked={w} /> : <MarkedText kind="fails">{worked.says}</MarkedText>}
          <Row>
            <Button main onPress={() => void desk.keep()} isDisabled={action.isPending}>
              Keep this wrap
            </Button>
            {mount && (
              <>
                <ButtonLink href={`/works/${workId}/capture/files`}>Make its print file</ButtonLink>
                <Button quiet onPress={() => void desk.drop()}>
                  Drop it
                </Button>
              </>
            )}
          </Row>
          <ErrorCallout error={action.error} fields={[...KEYS, 'coats', 'mlPerM2', 'columns', 'rows']} />
        </Stack>
      </div>
      {w && <SawingList worked={w} kerf={lengths.um.kerf} />}
    </>
  );
}

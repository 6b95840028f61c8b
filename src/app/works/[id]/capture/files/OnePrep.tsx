'use client';
import { useAction } from '@/app/useAction';
import { alterationsOf, questionsOf } from '@/core/printfile/steps';
import type { Signature } from '@/core/works';
import { ErrorCallout } from '@/ui/Actions';
import { Button, Row } from '@/ui/Button';
import { Field } from '@/ui/Field';
import { Small, Stack } from '@/ui/Layout';
import { t } from '@/ui/tokens';
import { MarkedText } from '@/ui/Verdict';
import { useState } from 'react';
import styled from 'styled-components';
import type { PrepLog } from './fileProps';

const Steps = styled.ol`
  counter-reset: s;
  li {
    counter-increment: s;
    display: grid;
    grid-template-columns: 22px minmax(0, 1fr) auto;
    gap: 6px;
    padding: 4px 0;
    border-bottom: 1px solid ${t.hair};
    align-items: baseline;
  }
  li::before {
    content: counter(s);
    color: ${t.ink3};
  }
`;

export function OnePrep({
  prep: p,
  forSize,
  signature,
}: {
  prep: PrepLog;
  forSize: string;
  signature: Signature;
}) {
  const action = useAction();
  const [line, setLine] = useState('');
  const log = async () => {
    if (line.trim() && (await action.run('logStep', { id: p.id, line }))) setLine('');
  };
  const altered = alterationsOf(p.steps);
  return (
    <div>
      <Row style={{ justifyContent: 'space-between' }}>
        <div>
          <strong>{p.name}</strong>{' '}
          <Small>
            {forSize}
            {p.factor ? `, factor × ${p.factor.toFixed(2)}` : ''}
          </Small>
        </div>
        <Button
          quiet
          onPress={() => void action.run('removePrep', { id: p.id })}
          isDisabled={action.isPending}
          aria-label={`Remove ${p.name}`}
        >
          Remove
        </Button>
      </Row>
      <Steps aria-label={`Steps of ${p.name}`}>
        {p.steps.map((s, i) => (
          <li key={i}>
            <span>
              {s.says}
              {s.by === 'Glassine' && <Small> · by Glassine</Small>}
            </span>
            <Button
              quiet
              onPress={() => void action.run('dropStep', { id: p.id, at: i })}
              isDisabled={action.isPending}
              aria-label={`Take out step ${i + 1}`}
            >
              Take out
            </Button>
          </li>
        ))}
      </Steps>
      <Stack $gap={5} style={{ padding: '6px 0' }}>
        {questionsOf(p.steps, signature).map((says) => (
          <MarkedText key={says} kind="care">
            {says}
          </MarkedText>
        ))}
        {altered.length > 0 && (
          <MarkedText kind="care">
            Altered ({altered.join('; ').toLowerCase()}): a print of it is not called a facsimile.
          </MarkedText>
        )}
      </Stack>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          void log();
        }}
      >
        <Row style={{ alignItems: 'end' }}>
          <Field
            label={`Next step of ${p.name}`}
            value={line}
            onChange={setLine}
            width={290}
            placeholder="sharpen 80% 1.2px 3"
            wrong={action.fieldError('line') ?? action.fieldError('step')}
          />
          <Button type="submit" isDisabled={action.isPending || !line.trim()}>
            Log it
          </Button>
        </Row>
      </form>
      <ErrorCallout error={action.error} fields={['line', 'step']} />
    </div>
  );
}

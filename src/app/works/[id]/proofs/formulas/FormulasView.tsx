'use client';
import Link from 'next/link';
import { usePathname, useRouter } from 'next/navigation';
import { useState } from 'react';
import type { PassedFormula } from '@/studio/proofs/passedFormulas';
import { useAction } from '@/app/useAction';
import { Button, Row } from '@/ui/Button';
import { Select } from '@/ui/Choices';
import { DataTable, type Column } from '@/ui/DataTable';
import { Field } from '@/ui/Field';
import { EmptyState, Lead, Small, Stack, WorkTitle } from '@/ui/Layout';
import { useUnits } from '@/ui/Units';
import { MarkedText } from '@/ui/Verdict';

type Props = {
  workId: string;
  query: Record<string, string>;
  papers: { id: string; name: string }[];
  kinds: string[];
  /** Those of the page that is looked at, from 0; and whether there are more behind them. */
  list: PassedFormula[];
  page: number;
  isMore: boolean;
};

/** What passed, to be found again and used for this work. */
export function FormulasView(props: Props) {
  const { workId, query, list } = props;
  const router = useRouter();
  const action = useAction();
  const use = async (proofId: string) => {
    const done = await action.run('useAgain', { proofId, workId });
    if (done?.href) router.push(done.href as string);
  };
  return (
    <Stack>
      <Lead>
        Every proof that was accepted, with everything it was made of. “Use again” begins a prep of this
        work with the same steps and plans its proof on the same paper.
      </Lead>
      <FormulaSearch {...props} />
      {action.error && <MarkedText kind="fails">{action.error.message}</MarkedText>}
      {list.length === 0 ? (
        <EmptyState title="Nothing like that has passed">
          <p>
            {Object.values(query).some(Boolean)
              ? 'Ask for less: leave the factor or the paper out.'
              : 'When a proof is accepted, what it was made of is kept here.'}
          </p>
        </EmptyState>
      ) : (
        <DataTable
          label="What has passed"
          rows={list}
          columns={COLUMNS}
          keyOf={(formula) => formula.proofId}
          isOnePage={props.page > 0 || props.isMore}
          lineOf={(formula) => (
            <FormulaRow
              formula={formula}
              onUse={() => void use(formula.proofId)}
              isBusy={action.isPending}
            />
          )}
        />
      )}
      <Pages {...props} />
    </Stack>
  );
}

/** To those that passed before and after; what they are narrowed by stays. */
function Pages({ query, page, isMore }: Props) {
  const path = usePathname();
  const hrefOf = (to: number) => `${path}?${new URLSearchParams({ ...query, page: String(to) })}`;
  if (page === 0 && !isMore) return null;
  return (
    <nav aria-label="Pages">
      <Row>
        {page > 0 && (
          <Link href={hrefOf(page - 1)} prefetch={false}>
            ← newer
          </Link>
        )}
        {isMore && (
          <Link href={hrefOf(page + 1)} prefetch={false}>
            older →
          </Link>
        )}
      </Row>
    </nav>
  );
}

/** What to look for; the lists ask at once, what is typed asks with Enter. */
function FormulaSearch({ query, papers, kinds }: Props) {
  const router = useRouter();
  const path = usePathname();
  const [factor, setFactor] = useState(query.factor ?? '');
  const [long, setLong] = useState(query.long ?? '');
  const [words, setWords] = useState(query.words ?? '');
  const ask = (more: Record<string, string>) => {
    const q = new URLSearchParams(
      Object.entries({ ...query, factor, long, words, ...more, page: '' }).filter(([, v]) => v),
    );
    router.replace(`${path}?${q}`);
  };
  return (
    <form
      onSubmit={(e) => {
        e.preventDefault();
        ask({});
      }}
    >
      <Row style={{ alignItems: 'end', flexWrap: 'wrap' }}>
        <Select
          label="Paper"
          value={query.paper ?? ''}
          onChange={(paper) => ask({ paper })}
          options={[{ key: '', name: 'any paper' }, ...papers.map((p) => ({ key: p.id, name: p.name }))]}
          width={200}
        />
        <Select
          label="Kind of work"
          value={query.kind ?? ''}
          onChange={(kind) => ask({ kind })}
          options={[{ key: '', name: 'any kind' }, ...kinds.map((k) => ({ key: k, name: k }))]}
          width={180}
        />
        <Field label="Factor near" value={factor} onChange={setFactor} width={90} />
        <Field label="Long side near, mm" value={long} onChange={setLong} width={130} />
        <Field label="Words" value={words} onChange={setWords} width={170} />
        <Button type="submit">Find</Button>
      </Row>
    </form>
  );
}

const COLUMNS: readonly Column<PassedFormula>[] = [
  { key: 'work', head: 'Work', by: (formula) => formula.title },
  { key: 'size', head: 'Size', by: (formula) => formula.widthUm * formula.heightUm, isFigure: true },
  { key: 'paper', head: 'Paper and route', by: (formula) => formula.paper },
  { key: 'factor', head: 'Factor', by: (formula) => formula.factor, isFigure: true },
  { key: 'steps', head: 'Made with', by: (formula) => formula.steps[0] },
  { key: 'words', head: 'Words', by: (formula) => formula.words || null },
  { key: 'use', head: 'Use again', isUnheaded: true },
];

function FormulaRow({
  formula: f,
  onUse,
  isBusy,
}: {
  formula: PassedFormula;
  onUse: () => void;
  isBusy: boolean;
}) {
  const { day, size } = useUnits();
  return (
    <tr>
      <th scope="row">
        <Link href={`/works/${f.workId}/proofs`} prefetch={false}>
          <WorkTitle>{f.title}</WorkTitle>
        </Link>
        <br />
        <Small style={{ fontWeight: 400 }}>
          {f.workKind}; round {f.round}
          {f.reference ? ', the reference' : ''}, {day(f.judgedAt)}
        </Small>
      </th>
      <td className="n">{size({ width: f.widthUm, height: f.heightUm })}</td>
      <td>
        {f.paper}
        <br />
        <Small>
          {f.route}
          {f.intent ? `, ${f.intent}` : ''}
          {f.profile ? `, ${f.profile}` : ''}
        </Small>
      </td>
      <td className="n">{f.factor === null ? '' : `× ${f.factor.toFixed(2)}`}</td>
      <td>
        {f.steps.length ? f.steps.slice(0, 4).join('; ') : <Small>no steps logged</Small>}
        {f.adjusted !== 'none' && (
          <>
            <br />
            <Small>adjusted: {f.adjusted}</Small>
          </>
        )}
      </td>
      <td>{f.words && <Small>“{f.words}”</Small>}</td>
      <td>
        <Button onPress={onUse} isDisabled={isBusy}>
          Use again
        </Button>
      </td>
    </tr>
  );
}

import { getTableColumns } from 'drizzle-orm';
import { getTableConfig } from 'drizzle-orm/sqlite-core';
import { spawnSync } from 'node:child_process';
import { folder } from '../../../tests/unit/helpers/files';
import { Store } from '../db';
import { DamagedDocument, faultOfDocument, readDocument, writeDocument } from './documents';
import { ruleOf, shapeOfColumn } from './kit';
import { ALL_TABLES } from './tables';

const tables = ALL_TABLES;

describe('a stored document', () => {
  test('comes back as it went in, with its version beside it', () => {
    const stored = writeDocument('ppiSteps', [{ upTo: 500_000, ppi: 300 }, { ppi: 200 }]);
    expect(stored).toBe('{"version":1,"body":[{"upTo":500000,"ppi":300},{"ppi":200}]}');
    expect(readDocument('ppiSteps', stored)).toEqual([{ upTo: 500_000, ppi: 300 }, { ppi: 200 }]);
  });

  test('of the time before versions is of the first', () => {
    expect(readDocument('holidays', '["2026-12-25"]')).toEqual(['2026-12-25']);
  });

  test.each([
    ['workdays', '{"version":1,"body":["Monday"]}', '0 must be number'],
    ['workdays', '{"version":1,"body":{}}', 'the whole must be array'],
    ['ppiSteps', '[{"upTo":500000}]', "0 must have required property 'ppi'"],
    ['families', '["letters"]', '0 must be equal to one of the allowed values'],
    ['workdays', '[1,2', 'it is not JSON'],
    ['workdays', '{"version":7,"body":[1]}', 'it is of version 7, and this Glassine knows 1'],
  ] as const)('%s of %s is refused: %s', (shape, stored, fault) => {
    expect(faultOfDocument(shape, stored)).toBe(fault);
    expect(() => readDocument(shape, stored)).toThrow(DamagedDocument);
  });

  test('that would not be read is not written: what is no number becomes nothing in JSON', () => {
    expect(() => writeDocument('ppiSteps', [{ ppi: Number.NaN }])).toThrow('0.ppi must be number');
  });

  test('of an older version is brought up step by step, and checked after the last', () => {
    const upgrades = {
      1: (old: string) => ({ days: old.split(' ') }),
      2: (old: { days: string[] }) => old.days.map(Number),
    };
    const first = '{"version":1,"body":"1 2 3"}';
    expect(readDocument('workdays', first, upgrades, 3)).toEqual([1, 2, 3]);
    expect(readDocument('workdays', '{"version":2,"body":{"days":["4"]}}', upgrades, 3)).toEqual([4]);
    expect(readDocument('workdays', '{"version":3,"body":[5]}', upgrades, 3)).toEqual([5]);
    expect(() => readDocument('workdays', first, { 1: upgrades[1] }, 3)).toThrow(
      'nothing brings version 2 to 3',
    );
    expect(() => readDocument('workdays', first, { ...upgrades, 2: () => 'x' }, 3)).toThrow(
      'the whole must be array',
    );
  });
});

test('the schemas on disk are what the types ask for', () => {
  const { status, stderr } = spawnSync(process.execPath, ['scripts/shapes.mjs', '--check'], {
    encoding: 'utf8',
  });
  expect([status, stderr]).toEqual([0, '']);
});

test('every structured column has a shape, but those that keep word for word what was said', () => {
  const without = tables.flatMap((table) =>
    Object.values(getTableColumns(table))
      .filter((c) => c.columnType === 'SQLiteTextJson' && !shapeOfColumn(c))
      .map((c) => `${getTableConfig(table).name}.${c.name}`),
  );
  expect(without.sort()).toEqual(['acts.answer', 'journal.after', 'journal.before', 'register.body']);
});

test('every state, flag, length, sum, weight, moment and day has a rule that the database keeps', () => {
  const free = tables
    .filter(
      (t) =>
        !['register', 'journal', 'acts', 'row_changes', 'current_act'].includes(getTableConfig(t).name),
    )
    .flatMap((table) => Object.values(getTableColumns(table)).filter((c) => !ruleOf(c)))
    .map((c) => c.name);
  expect(free.filter((name) => /_(um|minor|mg|px|on|days|hours)$|^(state|kind)$/.test(name))).toEqual([]);
  // A camera's own clock knows no zone.
  expect(free.filter((name) => name.endsWith('_at'))).toEqual(['captured_at']);
  const checks = tables.flatMap((t) => getTableConfig(t).checks.map((c) => c.name));
  expect(new Set(checks).size).toBe(checks.length);
  expect(checks.length).toBeGreaterThan(150);
});

test('every table has the rules of its columns, but those that keep word for word what was said', () => {
  const without = tables
    .filter((table) => {
      const { columns, checks } = getTableConfig(table);
      return checks.length !== columns.filter((column) => ruleOf(column)).length;
    })
    .map((table) => getTableConfig(table).name);
  expect(without.sort()).toEqual(['acts', 'current_act', 'journal', 'register', 'row_changes']);
});

test('the database has every rule of the schema: a changed list of words comes with a migration', async () => {
  const store = await Store.open(await folder());
  const made = await store.client.execute(`SELECT name, sql FROM sqlite_master WHERE type = 'table'`);
  const written = new Map(made.rows.map((row) => [String(row.name), String(row.sql)]));
  await store.close();
  for (const table of tables) {
    const { name, checks, columns } = getTableConfig(table);
    const rules = checks.map((check) => {
      const column = columns.find((c) => `${name}.${c.name}` === check.name)!;
      return [check.name, ruleOf(column)!] as const;
    });
    expect(rules.filter(([, rule]) => !written.get(name)!.includes(`CHECK(${rule})`))).toEqual([]);
  }
});

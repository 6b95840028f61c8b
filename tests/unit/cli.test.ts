import { spawnSync } from 'node:child_process';

const calc = (...args: string[]) => {
  const { status, stdout, stderr } = spawnSync('npm', ['run', '-s', 'calc', '--', ...args], {
    encoding: 'utf8',
    env: { ...process.env, npm_config_loglevel: 'silent' },
  });
  return { status, stdout, stderr };
};

test('npm run calc prints one JSON object and nothing else', () => {
  const { status, stdout } = calc(
    'resolution.check',
    '{"pixels":{"width":9449,"height":7087},"print":{"width":"600 mm","height":"450 mm"},"school":{"kind":"flat","ppi":300}}',
  );
  expect(status).toBe(0);
  expect(stdout.trim().split('\n')).toHaveLength(1);
  expect(JSON.parse(stdout)).toMatchObject({ ppi: expect.closeTo(400, 1), verdict: 'holds' });
});

test.each([
  [
    [
      'resolution.check',
      '{"pixels":{"width":9449,"height":7087},"print":{"width":"600 mm","height":"tall"},"school":{"kind":"flat","ppi":300}}',
    ],
    { field: 'print.height', value: 'tall', expected: expect.stringContaining('length') },
  ],
  [['resolution.check', 'not json'], { field: 'input', value: 'not json', expected: 'one JSON object' }],
  [
    ['no.such', '{}'],
    { field: 'name', value: 'no.such', expected: expect.stringContaining('resolution.check') },
  ],
  [['resolution.largest'], { field: 'input', value: null, expected: 'one JSON object' }],
])('bad input %j exits with 2 and names it', (args, error) => {
  const { status, stdout } = calc(...args);
  expect(status).toBe(2);
  expect(JSON.parse(stdout)).toEqual({ error });
});

test('calc list names them all', () => {
  const { calcs } = JSON.parse(calc('list').stdout) as { calcs: { name: string }[] };
  expect(calcs.map((c) => c.name)).toEqual(
    expect.arrayContaining([
      'resolution.check',
      'resolution.largest',
      'layout.ratio',
      'price.solve',
      'parcel.shipBy',
      'parcel.weigh',
    ]),
  );
});

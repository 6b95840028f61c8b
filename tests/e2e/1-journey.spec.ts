import { keys } from './hand';
import { test } from './hands';
import { journey } from './journey';

test.describe.serial('one work, from the original to the posted print, by the keys alone', () => {
  journey(keys);
});

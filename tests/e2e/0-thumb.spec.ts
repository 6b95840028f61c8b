import { thumb } from './hand';
import { test } from './hands';
import { journey } from './journey';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test.describe.serial('one work, from the original to the posted print, by a thumb at 390 × 844', () => {
  journey(thumb);
});

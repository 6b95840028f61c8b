// What runs in the checking page: one file on any disk, without a network. It knows the studio's public keys and, as of the day it
// was saved, which certificates are void.
import { cutSigned, PROVES, PROVES_NOT, shortCode, type VoidList } from '@/core/edition/code';
import { judgeCode, type CodeVerdict } from '@/core/edition/verdict';
import { qrOfPicture } from './readQr';
import { isSignedBy } from './signature';
import type { CheckerFacts } from './facts';

const byId = <T extends HTMLElement>(id: string): T => document.getElementById(id) as T;
const facts = JSON.parse(byId('facts').textContent ?? '{}') as CheckerFacts;
let list = readList(facts.list);

function readList(text: string): VoidList | null {
  const key = facts.keys.find((each) => isSignedBy(each.publicKey, text.trim()));
  const cut = key && cutSigned(text);
  return cut ? (JSON.parse(cut.body) as VoidList) : null;
}

function check(): void {
  const text = byId<HTMLTextAreaElement>('code').value.trim();
  const out = byId('answer');
  out.replaceChildren();
  if (!text) return;
  const verdict = judgeCode(
    text,
    facts.keys,
    (signed, name) => isSignedBy(facts.keys.find((key) => key.name === name)!.publicKey, signed),
    list?.lines ?? [],
  );
  show(out, verdict, text);
}

function show(out: HTMLElement, { finding }: CodeVerdict, text: string): void {
  out.dataset.verdict = finding.verdict;
  const head = element('p', finding.word);
  head.className = 'word';
  out.append(head, element('p', finding.says));
  if (finding.because.length) {
    const rows = document.createElement('dl');
    for (const { name, value } of [...finding.because, { name: 'read out', value: shortCode(text) }])
      rows.append(element('dt', name), element('dd', String(value)));
    out.append(rows);
  }
  if (finding.verdict === 'fails') return;
  out.append(element('h2', 'What this proves'), listOf(PROVES));
  out.append(element('h2', 'What it does not prove'), listOf(PROVES_NOT));
}

function element(tag: string, text: string): HTMLElement {
  const made = document.createElement(tag);
  made.textContent = text;
  return made;
}

function listOf(lines: readonly string[]): HTMLElement {
  const made = document.createElement('ul');
  made.append(...lines.map((line) => element('li', line)));
  return made;
}

function sayList(): void {
  byId('list-says').textContent = list
    ? `Void certificates as of ${list.at.slice(0, 10)}: ${list.lines.length}.`
    : 'No list of void certificates is loaded.';
}

byId('code').addEventListener('input', check);
byId<HTMLInputElement>('photo').addEventListener('change', async (event) => {
  const file = (event.target as HTMLInputElement).files?.[0];
  if (!file) return;
  const found = await qrOfPicture(file).catch(() => null);
  byId('photo-says').textContent = found
    ? 'A code was read.'
    : 'No code was found in this picture: nearer, level, in even light.';
  if (found) byId<HTMLTextAreaElement>('code').value = found;
  check();
});
byId<HTMLInputElement>('newer').addEventListener('change', async (event) => {
  const file = (event.target as HTMLInputElement).files?.[0];
  const read = file ? readList(await file.text()) : null;
  if (!read) {
    byId('list-says').textContent = 'That is no list signed by this studio: it was not taken.';
    return;
  }
  list = read;
  sayList();
  check();
});
sayList();

'use client';
import {
  createContext,
  useContext,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
  type ReactNode,
} from 'react';
import { arriving } from './arriving';

export type KeyUse = { key: string; label: string; run: () => void };
type Registry = {
  tell: () => void;
  add: (use: { current: KeyUse[] }) => () => void;
};
/** Asked for now and then: not among what every page loads. */
const KeyHelp = arriving(async () => (await import('./KeyHelp')).KeyHelp);
const Context = createContext<Registry | null>(null);

const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLElement &&
  (target.isContentEditable ||
    target.closest('[role=listbox],[role=dialog]') !== null ||
    (/^(input|textarea|select)$/i.test(target.tagName) &&
      (target as HTMLInputElement).type !== 'checkbox'));

/** A sheet or slip that lies over the page has the keys to itself, also while it is on its way. */
const isAsked = () =>
  document.querySelector('[role=dialog], [role=alertdialog], [data-arriving]') !== null;

/** Single keys alone, with Alt held, or not at all: who speaks to the machine, or whose hands shake, chooses (WCAG 2.1.4). */
export const KEY_MODES = ['alone', 'alt', 'off'] as const;
export type KeyMode = (typeof KEY_MODES)[number];
const KEY_MODE = 'glassine_keys';
const isMeant = (event: KeyboardEvent, mode: KeyMode) =>
  mode !== 'off' && event.altKey === (mode === 'alt');
const keptMode = (): KeyMode =>
  KEY_MODES.find((mode) => mode === window.localStorage.getItem(KEY_MODE)) ?? 'alone';

/** Single keys that follow the work. They rest while somebody types, and `?` lists those that work here. */
export function KeysProvider({ children }: { children: ReactNode }) {
  const layers = useRef<{ current: KeyUse[] }[]>([]);
  const [help, setHelp] = useState<KeyUse[] | null>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (
        event.ctrlKey ||
        event.metaKey ||
        event.repeat ||
        event.defaultPrevented ||
        isTyping(event.target) ||
        isAsked() ||
        !isMeant(event, keptMode())
      )
        return;
      const all = layers.current.flatMap((l) => l.current);
      if (event.key === '?') {
        event.preventDefault();
        setHelp(all);
        return;
      }
      // The last to come is the nearest to the work.
      const pressed = event.key === ' ' ? 'Space' : event.key;
      const use = all.filter((u) => u.key === pressed).at(-1);
      if (use) {
        event.preventDefault();
        use.run();
      }
    };
    const tellMode = () => {
      document.documentElement.dataset.keyMode = keptMode();
    };
    tellMode();
    const leave = onModeChange(tellMode);
    document.addEventListener('keydown', onKey);
    // From here on the page answers to hands: what is driven by a script can wait for it.
    document.documentElement.dataset.answers = 'true';
    return () => {
      leave();
      document.removeEventListener('keydown', onKey);
    };
  }, []);
  const registry = useMemo<Registry>(() => {
    // Which keys work now can be read from the page: a key pressed before its part is there is pressed in vain.
    const tell = () => {
      const keys = [...new Set(layers.current.flatMap((l) => l.current.map((u) => u.key)))].join(' ');
      if (document.documentElement.dataset.keys !== keys) document.documentElement.dataset.keys = keys;
    };
    return {
      tell,
      add: (use) => {
        layers.current.push(use);
        tell();
        return () => {
          layers.current = layers.current.filter((l) => l !== use);
          tell();
        };
      },
    };
  }, []);
  return (
    <Context value={registry}>
      {children}
      {help && <KeyHelp uses={help} onClose={() => setHelp(null)} />}
    </Context>
  );
}

const CHANGED = 'glassine-keys';
const onModeChange = (tell: () => void) => {
  window.addEventListener(CHANGED, tell);
  return () => window.removeEventListener(CHANGED, tell);
};

/** How single keys work in this browser, and the changing of it. What the server draws knows none yet. */
export function useKeyMode(): [KeyMode, (mode: KeyMode) => void] {
  const mode = useSyncExternalStore(onModeChange, keptMode, () => 'alone' as const);
  const change = (next: KeyMode) => {
    window.localStorage.setItem(KEY_MODE, next);
    window.dispatchEvent(new Event(CHANGED));
  };
  return [mode, change];
}

/**
 * Keys of one part of the screen, for as long as it is there. They change together with what is drawn, not after it: on a busy
 * machine a quick hand sees that a key would work now and presses it before an effect has run.
 */
export function useKeys(uses: KeyUse[]) {
  const registry = useContext(Context);
  const box = useRef(uses);
  useLayoutEffect(() => {
    box.current = uses;
    registry?.tell();
  });
  useLayoutEffect(() => registry?.add(box), [registry]);
}

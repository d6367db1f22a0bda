import type { StoreApi } from 'zustand/vanilla';
import type { EditorState, Message } from './state';

/** Says something: where it is about, and what may be done about it, can be pressed. */
export type Say = (text: string, bad?: boolean, more?: Pick<Message, 'go' | 'act'>) => void;

/** How long a message stands that needs no answer, and one that offers something, in milliseconds. */
const STANDS = 6000;
const OFFERS = 14_000;
/** More messages than these are not shown at once; the oldest that may go goes first. */
const MOST = 5;

/** So many can be read again. */
const MOST_KEPT = 60;

/** What is said stands in a small stack: errors until they are read, the rest for a while. The same words again take the place of those that stand. */
export function createMessages(store: StoreApi<EditorState>): { readonly say: Say; readonly hush: (id: number) => void } {
  let count = 0;
  const hush = (id: number) => {
    const { message, messages } = store.getState();
    if (messages.some((one) => one.id === id)) store.setState({ messages: messages.filter((one) => one.id !== id), ...(message?.id === id ? { message: null } : {}) });
  };
  return {
    hush,
    say(text, bad = false, more = {}) {
      const { said, history } = store.getState();
      const message: Message = { id: ++count, text, bad, at: Date.now(), about: history.done.at(-1)?.id ?? null, ...more };
      const others = store.getState().messages.filter((one) => one.text !== text);
      const tooMany = others.length >= MOST ? (others.find((one) => !one.bad) ?? others[0]) : undefined;
      store.setState({ message, said: [...said.slice(1 - MOST_KEPT), message], messages: [...others.filter((one) => one !== tooMany), message] });
      if (!bad) setTimeout(() => hush(message.id), more.act ? OFFERS : STANDS);
      else setTimeout(() => store.getState().message?.id === message.id && store.setState({ message: null }), STANDS);
    },
  };
}

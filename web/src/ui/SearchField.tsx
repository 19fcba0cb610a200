import { type RefObject, useEffect, useRef, useState } from 'react';

/** The query waits until nobody has typed for so long. */
const WAIT_MS = 200;

type SearchFieldProps = {
  readonly label: string;
  readonly placeholder?: string;
  /** what is searched now, by the address */
  readonly value: string;
  readonly onSearch: (text: string) => void;
  readonly input?: RefObject<HTMLInputElement | null>;
  readonly className?: string;
};

/** A search box that holds what is typed itself: the search and the address follow when the typing rests. */
export function SearchField({ label, placeholder, value, onSearch, input, className = '' }: SearchFieldProps) {
  const [text, setText] = useState(value);
  // asked here, and not yet seen in the address
  const asked = useRef<string[]>([]);
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const search = useRef(onSearch);
  search.current = onSearch;
  // Back, or a link, says something else: the box follows
  useEffect(() => {
    const own = asked.current.indexOf(value);
    asked.current = own < 0 ? [] : asked.current.slice(own + 1);
    if (own >= 0) return;
    clearTimeout(waiting.current);
    setText(value);
  }, [value]);
  useEffect(() => () => clearTimeout(waiting.current), []);
  const ask = (next: string) => {
    clearTimeout(waiting.current);
    asked.current.push(next);
    search.current(next);
  };
  return (
    <input
      ref={input}
      className={`field ${className}`}
      type="search"
      placeholder={placeholder}
      aria-label={label}
      value={text}
      maxLength={100}
      onChange={({ target }) => {
        setText(target.value);
        clearTimeout(waiting.current);
        waiting.current = setTimeout(() => ask(target.value), WAIT_MS);
      }}
      onKeyDown={(event) => event.key === 'Enter' && ask(text)}
    />
  );
}

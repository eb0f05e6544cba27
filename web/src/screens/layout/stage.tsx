import { type ReactNode, useEffect, useRef } from 'react';

/** A stage of a card: its name and its result in one line; it opens in place. */
export function Stage({
  name,
  line,
  open,
  onToggle,
  children,
}: {
  readonly name: string;
  readonly line: string;
  readonly open: boolean;
  readonly onToggle: () => void;
  readonly children: ReactNode;
}) {
  const place = useRef<HTMLElement>(null);
  useEffect(() => {
    if (open) place.current?.scrollIntoView({ block: 'nearest' });
  }, [open]);
  return (
    <section className="stage" ref={place}>
      <button
        type="button"
        aria-expanded={open}
        onClick={onToggle}
        style={{ border: 0, background: 'none', font: 'inherit', cursor: 'pointer', color: 'inherit' }}
      >
        <span className="stage-name">{name}</span>
        <span>{line}</span>
        <span aria-hidden>{open ? '▾' : '▸'}</span>
      </button>
      {open && <div className="stage-body">{children}</div>}
    </section>
  );
}

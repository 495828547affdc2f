import type { ReactNode } from 'react';
import { useLayoutEffect, useRef } from 'react';
import Nav from 'react-bootstrap/Nav';

interface PanelTabsProps<T extends string> {
  readonly tabs: readonly (readonly [T, string])[];
  readonly shown: T;
  readonly onShow: (tab: T) => void;
  readonly children: ReactNode;
}

/** The tabs of a side panel, by arrow keys too, and what the chosen one shows. */
export function PanelTabs<T extends string>({ tabs, shown, onShow, children }: PanelTabsProps<T>) {
  const panel = useRef<HTMLDivElement>(null);
  // Another tab is read from its beginning, however far the one before was scrolled.
  useLayoutEffect(() => {
    panel.current?.parentElement?.scrollTo({ top: 0 });
  }, [shown]);
  return (
    <>
      <Nav
        className="tabs"
        role="tablist"
        aria-label="Show"
        activeKey={shown}
        onSelect={(key) => {
          const tab = tabs.find(([id]) => id === key);
          if (tab) onShow(tab[0]);
        }}
      >
        {tabs.map(([id, name]) => (
          <Nav.Link key={id} as="button" type="button" eventKey={id} aria-controls="panel-shown">
            {name}
          </Nav.Link>
        ))}
      </Nav>
      <div id="panel-shown" role="tabpanel" ref={panel}>
        {children}
      </div>
    </>
  );
}

import type { LengthUnit, Plan } from '@kurrel/core';
import { formatLeft, zoneKindId } from '@kurrel/core';
import { memo } from 'react';
import { toolWords, zoneRows } from '../../parts/zoneRows.ts';

interface AllZonesProps {
  readonly plan: Plan;
  readonly selected: string;
  readonly unit: LengthUnit;
  readonly onSelect: (zone: string) => void;
}

/** Every zone with its length and tool; both sides in one row where they agree. */
export const AllZones = memo(function AllZones({ plan, selected, unit, onSelect }: AllZonesProps) {
  return (
    <>
      <ul className="all-zones">
        {zoneRows(plan).map(({ zone, sides }) => (
          <li key={zone.zone}>
            <button
              type="button"
              aria-current={zoneKindId(zone.zone) === selected}
              onClick={() => onSelect(zone.zone)}
            >
              <span>
                {zone.name}
                {sides && <span className="muted"> {sides}</span>}
                {zone.overridden && <span className="tag"> yours</span>}
              </span>
              <span className="figure">{formatLeft(zone.leftMm, unit)}</span>
              <span className="muted tool">{toolWords(zone)}</span>
            </button>
          </li>
        ))}
      </ul>
      <h3>Tools to lay out</h3>
      <ul className="tools-used">
        {plan.tools.map((tool) => (
          <li key={tool.toolId}>
            {tool.label} <span className="muted">{tool.zones} zones</span>
          </li>
        ))}
      </ul>
    </>
  );
});

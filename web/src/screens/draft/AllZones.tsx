import type { LengthUnit, Plan, ZonePlan } from '@kurrel/core';
import { formatLength, otherSide, zoneKindId } from '@kurrel/core';
import { memo } from 'react';

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
        {rowsOf(plan).map(({ zone, sides }) => (
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
              <span className="figure">{formatLength(zone.leftMm, unit)}</span>
              <span className="muted tool">
                {zone.tool ? toolWords(zone) : zone.leftAlone ? 'leave' : 'no tool'}
              </span>
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

function toolWords({ tool }: ZonePlan): string {
  if (!tool) return '';
  return tool.technique === 'clip' || tool.technique === 'comb'
    ? `${tool.label}, ${tool.direction}`
    : tool.label;
}

function rowsOf(plan: Plan): readonly { readonly zone: ZonePlan; readonly sides: string }[] {
  const byId = new Map(plan.zones.map((zone) => [zone.zone, zone]));
  return plan.zones.flatMap((zone) => {
    if (zone.side === null) return [{ zone, sides: '' }];
    const other = byId.get(otherSide(zone.zone));
    const same = other?.leftMm === zone.leftMm && other.tool?.toolId === zone.tool?.toolId;
    if (!same) return [{ zone, sides: zone.side }];
    return zone.side === 'left' ? [{ zone, sides: '' }] : [];
  });
}

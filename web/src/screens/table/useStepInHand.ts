import type { Choices, VisitSheet } from '@kurrel/contract';
import type { Hands, StepChange, TableNow, Task } from '@kurrel/core';
import { stepChanges } from '@kurrel/core';
import isEqual from 'fast-deep-equal';
import { useState } from 'react';

/** A plan that a colleague saved while this dog is on the table. */
export interface PlanNews {
  readonly by: string;
  readonly at: string;
  readonly changes: readonly StepChange[];
  /** The step in hand is finished as it was. */
  readonly finishing: boolean;
}

interface StepInHand {
  readonly current: Task | null;
  readonly next: Task | null;
  readonly news: PlanNews | null;
  readonly onSeen: () => void;
  /** Takes the new plan for the step in hand as well. */
  readonly onTakeNow: () => void;
}

interface Saved {
  readonly by: string;
  readonly at: string;
  /** The steps as they were, and the one in hand; null once it follows the new plan too. */
  readonly before: readonly Task[];
  readonly inHand: Task | null;
  /** What was found then: a later finding counts at once. */
  readonly hands: Hands;
  readonly seen: boolean;
}

/**
 * The step in hand. What a colleague saves meanwhile is told; the step is finished as it was taken in hand, and the rest follows the new plan.
 * What somebody finds on the dog, and what is chosen at this table, counts at once.
 */
export function useStepInHand(
  { saved, hands }: VisitSheet,
  choices: Choices,
  order: readonly Task[],
  now: TableNow,
  me: string,
): StepInHand {
  const version = saved?.version ?? 0;
  const [known, setKnown] = useState(version);
  const [theirs, setTheirs] = useState<Saved | null>(null);
  if (version !== known) {
    setKnown(version);
    // What was chosen here is on the screen before it is saved; what a colleague chose comes after.
    if (saved && saved.savedBy !== me && !isEqual(saved.choices, choices)) {
      setTheirs({
        by: saved.savedBy,
        at: saved.savedAt,
        before: order,
        inHand: now.current,
        hands,
        seen: false,
      });
    }
  }
  const isBehind = (id: string) => now.done.has(id) || now.skipped.has(id) || now.leftOut.has(id);
  const inHand = theirs?.inHand ?? null;
  const holds = inHand !== null && theirs?.hands === hands && !isBehind(inHand.id);
  const changes = theirs ? stepChanges(theirs.before, order, isBehind) : [];
  const own = (task: Task | null) => changes.some((one) => (one.before ?? one.after).id === task?.id);
  const finishing = holds && own(inHand);
  return {
    current: finishing ? inHand : now.current,
    next: finishing && now.current?.id !== inHand.id ? now.current : now.next,
    news:
      theirs && !theirs.seen && changes.length > 0
        ? { by: theirs.by, at: theirs.at, changes, finishing }
        : null,
    onSeen: () => setTheirs(theirs && { ...theirs, seen: true }),
    onTakeNow: () => setTheirs(theirs && { ...theirs, inHand: null }),
  };
}

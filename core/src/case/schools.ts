import { byId } from '../terms/failure.ts';
import { byRole } from '../packs/roles.ts';
import type { AnswerRole, SchoolPack, SchoolRole, Schools } from '../packs/schools.ts';

/**
 * Every question answered: this dog's own answer, else the salon's, else the pack's default; an answer of the salon's
 * that binds is not lifted by a dog. Unknown answers are passed over.
 */
export function schoolsOf(pack: SchoolPack, salon: Schools, dog: Schools = {}): Schools {
  return Object.fromEntries(
    pack.schools.map((question) => {
      const known = (id: string | undefined) => question.answers.find((answer) => answer.id === id);
      const house = known(salon[question.id]) ?? known(question.default);
      const answer = house?.binds ? house : (known(dog[question.id]) ?? house);
      return [question.id, answer?.id ?? question.default];
    }),
  );
}

/** What was answered to a question that core itself asks. @throws MisuseError unless one question has the role. */
export function answerTo(pack: SchoolPack, schools: Schools, role: SchoolRole): AnswerRole | null {
  const question = byRole('school', pack.schools, role);
  return byId('answer', question.answers, schools[question.id] ?? question.default).role;
}

// Any recipe with any answer plans within 20 s; a picture in frames takes hardly longer than the picture.
import { expect } from 'chai';
import { areaMm2, regionOf } from '~/core/base/shape';
import { noFitPolygon } from '~/core/cut/nest';
import type { Project, RecipeId } from '~/core/keep/model';
import { laidByRecipe, RECIPE_FACTS, type RecipeQuestion } from '~/core/lay/recipe';
import { planWithPicture } from '~/core/plan';
import { harbourLight } from '~/demo';
import { sweep } from '../cases';

/** What may be answered at most and at least. */
const answersTo = (q: RecipeQuestion): readonly unknown[] => {
  if (q.is === 'length') return [q.minMm, q.maxMm];
  if (q.is === 'count') return [q.min, q.max];
  return q.is === 'one-of' ? q.options.map((o) => o.value) : [];
};
let made = 0;
const planS = (recipe: RecipeId, answers: Record<string, unknown>): number => {
  const project: Project = laidByRecipe({
    ...harbourLight(),
    id: `${recipe} ${++made}`,
    recipe: { id: recipe, answers } as never,
  });
  const from = performance.now();
  planWithPicture(project);
  return (performance.now() - from) / 1000;
};

describe('recipes in time', () => {
  it('copies apart: joined two by two the no-fit polygon is the same, of a comb against itself', () => {
    let comb = 'M0 0';
    for (let i = 0; i < 12; i++) comb += `h4v10h4v-10`;
    const region = regionOf(`${comb}v30H0Z`);
    const apart = noFitPolygon(region, region);
    // Twice as wide and as high as the comb, but for teeth that reach between teeth at its upper and lower end.
    const box = 4 * 96 * 30;
    expect(areaMm2(apart)).to.be.within(0.85 * box, box);
    expect(apart).to.have.length(1);
  });

  sweep('any recipe with any answer plans a picture of 36 pieces within 20 s', function () {
    this.timeout(900_000);
    const slow: string[] = [];
    for (const id of Object.keys(RECIPE_FACTS) as RecipeId[]) {
      const { questions } = RECIPE_FACTS[id];
      const all = [
        {},
        ...[0, 1].map((end) =>
          Object.fromEntries(
            questions.flatMap((q) => (answersTo(q).length > 0 ? [[q.key, answersTo(q).at(end === 0 ? 0 : -1)]] : [])),
          ),
        ),
        ...questions.flatMap((q) => answersTo(q).map((value) => ({ [q.key]: value }))),
      ];
      for (const answers of all) {
        const s = planS(id, answers);
        if (s > 20) slow.push(`${id} ${JSON.stringify(answers)}: ${s.toFixed(1)} s`);
      }
    }
    expect(slow).to.deep.equal([]);
  });

  sweep('a picture in frames takes at most twice the plan of the picture', () => {
    const framed = planS('framed', {});
    const picture = planS('applique', {});
    console.log(`      in frames ${framed.toFixed(1)} s, the picture ${picture.toFixed(1)} s`);
    expect(framed).to.be.below(2 * picture + 2);
  });
});

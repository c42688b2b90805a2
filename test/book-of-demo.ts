import { bookDoc } from '~/core/keep/book';
import { type Swatch, swatchSchema } from '~/core/keep/model';
import { demoDrawer } from '~/demo';

/** A book for pictures and tests: scraps of what lies in the demo's Drawer, invented. */
export function bookOfDemo(): ReturnType<typeof bookDoc> {
  const { fabrics, webs, irons } = demoDrawer();
  const iron = irons.find((i) => i.kind === 'household') ?? irons[0];
  const cottons = fabrics.filter((f) => f.kind === 'quilting-cotton' || f.kind === 'linen' || f.kind === 'batik');
  const films = webs.filter((w) => w.form === 'film' || w.form === 'open').slice(0, 4);
  const peels: readonly Swatch['peel'][] = [2, 1, 3, 2, 2, 3, 1, 2];
  const swatches = peels.flatMap((peel, i): Swatch[] => {
    const [fabric, onto, web] = [cottons[i % 3], cottons[3], films[i % films.length]];
    if (!fabric || !onto || !web || !iron) return [];
    return [
      swatchSchema.parse({
        id: `demo-${i}`,
        stage: 'bond',
        fabric: { ...fabric, photo: null },
        onto: [{ ...onto, photo: null }],
        web,
        ironId: iron.id,
        iron,
        mark: iron.dial[1]?.mark ?? null,
        heatC: iron.dial.length > 0 ? null : 150,
        cover: i % 2 === 0 ? 'none' : 'parchment',
        surface: 'ironing-board',
        leanN: iron.leanN,
        seconds: 4 + (i % 4),
        peel,
        atMs: 1_764_000_000_000 + i * 86_400_000,
      }),
    ];
  });
  return bookDoc({ swatches, pictures: [] });
}

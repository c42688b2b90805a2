/** What a project may hold. Wide enough for any real work, narrow enough that a slip of the keyboard is caught. */
export const LIMITS = {
  articles: 60,
  pieces: 2000,
  fabrics: 500,
  webs: 200,
  irons: 50,
  /** Covers, and surfaces, of one's own. */
  benchThings: 50,
  threads: 500,
  outlineChars: 400_000,
  /** An outline may cross itself, as drawings do now and then, but not so often. */
  crossings: 20_000,
  /** Farthest an outline may reach from its own (0,0), and the largest ground, mm. */
  reachMm: 10_000,
  groundMinMm: 10,
  /** Below this a shape cannot be cut: 0.01 mm². */
  areaMinMm2: 0.01,
  /** Lines and dots on one piece. */
  marks: 500,
  nameChars: 200,
  words: 200,
  wordChars: 80,
  pictures: 40,
  /** A picture as base64, characters: about 2.2 MB. */
  pictureChars: 3_000_000,
  bodyBytes: 16 * 1024 * 1024,
  /** Below these nothing is made; what is smaller was typed in inches. */
  soleplateMinMm: 20,
  webWidthMinMm: 5,
  clothMinMm: 0.02,
  /** No iron and no press that stands in a sewing room presses harder, kPa. */
  pressureMaxKPa: 2000,
  /** All the cloth of all copies together: a football pitch and a half. Beyond it a count or a size has slipped. */
  clothMaxM2: 10_000,
} as const;

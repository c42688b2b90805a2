/** Calls as a good caller does: told that too many call at once, it comes again when it was told to; or after a second, told that it took too long on a machine that had other things to do. */
export async function untilTaken(call: () => Promise<Response>): Promise<Response> {
  for (let tries = 0; ; tries++) {
    const answer = await call();
    if (answer.status !== 503 || tries >= 10) return answer;
    await new Promise((done) => setTimeout(done, 1000 * Math.max(1, Number(answer.headers.get('retry-after')))));
  }
}

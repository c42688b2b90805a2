// npm start: installs what is missing, builds when something changed, serves, prints the address.
import { buildApp, fail, installPackages, needNode, say, serve } from './lib.mjs';

needNode();
installPackages();
await buildApp();
try {
  const { child, url } = await serve({
    port: Number(process.env.PORT ?? 4321),
    host: process.env.HOST ?? '127.0.0.1',
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  say(`Apple Seam is at ${url} — “Harbour Light” is laid out there to try. Ctrl+C stops it.`);
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => child.kill(signal));
  child.once('exit', (code) => process.exit(code ?? 0));
} catch (error) {
  fail(error.message);
}

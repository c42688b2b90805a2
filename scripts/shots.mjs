// npm run shots: takes the pictures of the README anew, from the demo data.
import { buildApp, installPackages, needNode, run } from './lib.mjs';

needNode();
installPackages();
await buildApp();
run('Taking the pictures …', process.execPath, ['--import', 'tsx', 'test/e2e/shots.ts']);

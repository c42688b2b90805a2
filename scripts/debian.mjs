// What the browser tests need of Debian, where it is missing: by itself, so that it is fetched while other things are done.
import { installDebian } from './lib.mjs';

installDebian({ chromium: 'chromium', chromedriver: 'chromium-driver', pdftoppm: 'poppler-utils' });

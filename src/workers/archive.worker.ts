import { expose } from 'comlink';
import { archive } from './archive';
import { speakAsPage } from './speaking';

speakAsPage();
expose(archive);

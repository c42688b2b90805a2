import { expose } from 'comlink';
import { archive } from './archive';

expose(archive);

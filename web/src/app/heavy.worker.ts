import { expose } from 'comlink';
import { heavy } from './heavy.ts';

expose(heavy);

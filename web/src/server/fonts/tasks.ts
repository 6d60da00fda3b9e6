export { judge as run } from './judge.ts';

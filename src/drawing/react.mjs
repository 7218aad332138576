// What islands and their libraries know as React.
import compat from 'preact/compat';
import { useId } from './ids.ts';

export * from 'preact/compat';
export { useId };
export default { ...compat, useId };

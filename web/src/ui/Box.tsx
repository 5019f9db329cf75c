import type { ComponentPropsWithRef, ElementType } from 'react';
import { laidOut, type Sx } from './sx';

export type BoxProps<T extends ElementType = 'div'> = {
  /** The element it is; a `div` where nothing is said. */
  component?: T;
  sx?: Sx;
} & Omit<ComponentPropsWithRef<T>, 'component' | 'sx'>;

/** An element with its layout. */
export function Box<T extends ElementType = 'div'>({ component, sx, className, style, ...rest }: BoxProps<T>) {
  const Tag: ElementType = component ?? 'div';
  return <Tag {...rest} {...laidOut(sx, className, style)} />;
}

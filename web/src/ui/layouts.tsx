import { clsx } from 'clsx';
import type { ComponentPropsWithRef, CSSProperties, ElementType } from 'react';
import layout from './layout.module.css';

type Props<T extends ElementType> = {
  /** The element it is; a `div` where nothing is said. */
  component?: T;
  /** Between the parts, in steps of 8 px. */
  gap: number;
  align?: CSSProperties['alignItems'];
} & Omit<ComponentPropsWithRef<T>, 'component'>;

const step = 8;

function laidOut<T extends ElementType>(
  how: string | undefined,
  { component, gap, align, className, style, ...rest }: Props<T>,
) {
  const Tag: ElementType = component ?? 'div';
  return <Tag className={clsx(how, className)} style={{ gap: gap * step, alignItems: align, ...style }} {...rest} />;
}

/** Parts under one another. */
export const Column = <T extends ElementType = 'div'>(props: Props<T>) => laidOut(layout.column, props);

/** Parts beside one another, going on in the next line where there is no room. */
export const Row = <T extends ElementType = 'div'>(props: Props<T>) => laidOut(layout.row, props);

import type { ElementType } from 'react';
import { Box, type BoxProps } from './Box';

export type ButtonBaseProps<T extends ElementType> = BoxProps<T> & { disabled?: boolean };

/** Something that can be pressed and has no looks of its own; a `button` unless it is said to be something else. */
export function ButtonBase<T extends ElementType = 'button'>({
  component,
  disabled,
  className,
  ...rest
}: ButtonBaseProps<T>) {
  const tag: ElementType = component ?? 'button';
  return (
    <Box
      component={tag}
      className={className ? `pressable ${className}` : 'pressable'}
      // What leads somewhere cannot be disabled: it is told to be, and is no stop for the keyboard.
      {...(tag === 'button' ? { type: 'button', disabled } : disabled ? { 'aria-disabled': true, tabIndex: -1 } : {})}
      {...rest}
    />
  );
}

import type { ElementType } from 'react';
import { Box, type BoxProps } from './Box';
import { colour } from './tones';

type LinkProps<T extends ElementType> = BoxProps<T> & { underline?: 'always' | 'none'; color?: string };

/** Leads somewhere, or does something that reads like it (`component="button"`). */
export function Link<T extends ElementType = 'a'>({
  component,
  underline = 'always',
  color,
  sx,
  className,
  ...rest
}: LinkProps<T>) {
  const looks = ['link', underline === 'none' && 'bare', component === 'button' && 'as-words', className];
  return (
    <Box
      component={(component ?? 'a') as ElementType}
      className={looks.filter(Boolean).join(' ')}
      sx={color ? [{ color: colour(color) }, sx] : sx}
      {...rest}
    />
  );
}

import type { ElementType } from 'react';
import { Box, type BoxProps } from './Box';
import { colour } from './tones';

type Variant = 'h1' | 'h2' | 'h3' | 'body1' | 'body2';

export type TypographyProps<T extends ElementType> = BoxProps<T> & { variant?: Variant; color?: string };

/** Words: a heading by its level, or a paragraph, larger (`body1`) or smaller (`body2`). */
export function Typography<T extends ElementType = 'p'>({
  variant = 'body1',
  component,
  color,
  sx,
  className,
  ...rest
}: TypographyProps<T>) {
  const tag: ElementType = component ?? (variant.startsWith('body') ? 'p' : (variant as 'h1'));
  return (
    <Box
      component={tag}
      className={className ? `words ${variant} ${className}` : `words ${variant}`}
      sx={color ? [{ color: colour(color) }, sx] : sx}
      {...rest}
    />
  );
}

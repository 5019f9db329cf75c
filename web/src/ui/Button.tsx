import type { ElementType } from 'react';
import { ButtonBase, type ButtonBaseProps } from './ButtonBase';

export type ButtonProps<T extends ElementType> = ButtonBaseProps<T> & {
  /** `contained` for what comes next, `outlined` for what may be done, `text` for what leads aside. */
  variant?: 'text' | 'outlined' | 'contained';
  size?: 'small' | 'medium' | 'large';
  /** `error` for what takes away; `inherit` is coloured like the words round it. */
  color?: 'primary' | 'error' | 'inherit';
};

const looksOf = { error: 'takes-away', inherit: 'like-words' };

export function Button<T extends ElementType = 'button'>({
  variant = 'text',
  size = 'medium',
  color = 'primary',
  className,
  ...rest
}: ButtonProps<T>) {
  const looks = ['button', variant, size, color !== 'primary' && looksOf[color], className];
  return <ButtonBase className={looks.filter(Boolean).join(' ')} {...(rest as ButtonBaseProps<T>)} />;
}

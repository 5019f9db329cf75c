import js from '@eslint/js';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['dist', 'src/api/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.recommended,
  a11y.flatConfigs.recommended,
  {
    plugins: { 'react-hooks': hooks },
    rules: {
      ...hooks.configs.recommended.rules,
      // The weight field has focus when a station opens: that is the point of a station.
      'jsx-a11y/no-autofocus': 'off',
      // What scrolls within itself is a stop for the keyboard, or it could not be scrolled.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { tags: ['ul'], roles: ['group', 'region', 'tabpanel'] }],
    },
  },
  {
    // What a person operates is MUI's: no page gives a bare control looks of its own.
    files: ['src/**/*.tsx'],
    ignores: ['src/ui/**', '**/*.test.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'JSXOpeningElement[name.name=/^(button|input|select|textarea)$/] > JSXAttribute[name.name=/^(className|style)$/]',
          message: 'Take the control from @mui/material, and its looks from the theme.',
        },
      ],
    },
  },
);

import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  {
    ignores: [
      '.next/',
      'node_modules/',
      'public/',
      'demo/',
      'drizzle/',
      '.cache/',
      'data/',
      'next-env.d.ts',
      'test-results/',
      'playwright-report/',
    ],
  },
  ...tseslint.configs.recommended,
  {
    files: ['src/ui/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // Statements are statements: nothing is done in passing, inside an expression.
      '@typescript-eslint/no-unused-expressions': 'error',
      'no-sequences': ['error', { allowInParentheses: false }],
      eqeqeq: 'error',
      'prefer-const': 'error',
    },
  },
)

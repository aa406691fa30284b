import hooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** Imports point one way: ui → workers → core, app → server → core, cli → core. The bridge's messages are shared. */
const layers = {
  core: ['server', 'ui', 'workers', 'app', 'bridge', 'cli'],
  workers: ['server', 'ui', 'app', 'bridge', 'cli'],
  server: ['ui', 'workers', 'app', 'bridge', 'cli'],
  bridge: ['server', 'ui', 'workers', 'app', 'cli', 'core'],
  ui: ['server', 'app', 'cli'],
  app: ['cli', 'workers', 'bridge'],
  cli: ['server', 'ui', 'workers', 'app', 'bridge'],
}

const oneWay = Object.entries(layers).map(([layer, closed]) => ({
  files: [`src/${layer}/**/*.{ts,tsx}`],
  rules: {
    'no-restricted-imports': [
      'error',
      {
        patterns: [
          {
            group: closed.map((other) => `**/${other}/**`),
            message: `${layer}/ must not import from there: imports point one way (docs/architecture.md).`,
          },
          ...(layer === 'core'
            ? [
                {
                  group: [
                    'node:*',
                    'react',
                    'react-dom',
                    'next',
                    'next/*',
                    'drizzle-orm',
                    'drizzle-orm/*',
                    '@libsql/*',
                  ],
                  message: 'core/ is pure: no Node, no React, no database.',
                },
              ]
            : []),
        ],
      },
    ],
  },
}))

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
      '@typescript-eslint/no-unused-expressions': 'off',
      eqeqeq: 'error',
      'prefer-const': 'error',
    },
  },
  ...oneWay,
)

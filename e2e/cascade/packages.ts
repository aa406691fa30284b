/** Small general stylesheets of the npm registry, as they are published. */
export const PACKAGES = [
  'normalize.css/normalize.css',
  'modern-normalize/modern-normalize.css',
  'sanitize.css/sanitize.css',
  'sanitize.css/forms.css',
  'sanitize.css/typography.css',
  'water.css/out/water.css',
  'sakura.css/css/sakura.css',
  'simpledotcss/simple.css',
  '@picocss/pico/css/pico.classless.css',
]

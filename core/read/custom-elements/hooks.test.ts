import { told } from '../../../tests/told'

test('what a base class calls and leaves open is a hook, and none that can be called', () => {
  expect(
    told({
      'base.js': `export class Base extends HTMLElement {
        refresh() { if (this.shouldDraw()) { this.before(); this.draw(this.size()) } }
        shouldDraw() { return !0 }
        before() {}
        after() {}
        size() { return this.clientWidth }
        draw() {}
      }`,
      'x-chart.js': `import { Base } from './base.js'
      class Chart extends Base {
        draw(size) { this.textContent = size }
        before() { this.hidden = false }
        after() { this.hidden = true }
        size() { return 3 }
      }
      customElements.define('x-chart', Chart)`,
    }),
  ).toEqual({ 'x-chart': ['method after', 'method size', 'method refresh'] })
})

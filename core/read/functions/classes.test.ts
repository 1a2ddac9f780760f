import { told } from '../../../tests/told'

// Components that are classes, and what components state to be checked when they run.

test('a class that renders: its props by type, its defaults, what it hands on', () => {
  expect(
    told({
      'base.ts': `
import * as React from 'react'
export abstract class Base<P> extends React.PureComponent<P> { protected warn() {} }`,
      'field.tsx': `
import { Base } from './base'
export interface FieldProps {
  /** What is asked. */
  label: string
  size?: 'small' | 'large'
  onChange?: (value: string) => void
}
export class Field extends Base<FieldProps> {
  static defaultProps = { size: 'small' }
  render() {
    const { label, ...rest } = this.props
    return <label {...rest}>{label}</label>
  }
}
export class NoComponent extends Base<FieldProps> { label() { return <b /> } }`,
    }),
  ).toEqual({
    Field: [
      'prop label string',
      "prop size 'small' | 'large' = 'small'",
      'event onChange',
      'pass-through attributes',
    ],
  })
})

test('a class in plain JavaScript, in a wrapper, with what it states to be checked', () => {
  expect(
    told({
      'tally.jsx': `
import React, { Component } from 'react'
import PropTypes from 'prop-types'
class Tally extends Component {
  render() { return <b title={this.props.title}>{this.props.count}{this.props.mark}</b> }
}
Tally.propTypes = {
  /** How many there are. */
  count: PropTypes.number.isRequired,
  mark: PropTypes.oneOf(['dot', 'line']),
  rows: PropTypes.arrayOf(PropTypes.shape({ name: PropTypes.string.isRequired, at: PropTypes.number })),
  foot: PropTypes.node,
  either: PropTypes.oneOfType([PropTypes.string, PropTypes.bool]),
  onTurn: PropTypes.func,
}
Tally.defaultProps = { mark: 'dot' }
export default observer(Tally)`,
    }),
  ).toEqual({
    Tally: [
      'prop count number',
      "prop mark 'dot' | 'line' = 'dot'",
      'prop rows { name: string; at?: number }[]',
      'prop either string | boolean',
      'prop title any',
      'slot foot',
      'event onTurn',
    ],
  })
})

test('an element’s class that renders JSX is no component of another kind', () => {
  expect(told({ 'bell.jsx': 'export class Bell extends HTMLElement { render() { return <b /> } }' })).toEqual(
    { problems: ['never-registered', 'nothing-found'] },
  )
})

test('a class that a compiler made a function of, over another such, with what it states for one build', () => {
  expect(
    told({
      'base.js': `
import React from 'react'
let Base = /*#__PURE__*/ (function (_React$Component) {
  _inheritsLoose(Base, _React$Component)
  function Base() {
    return _React$Component.apply(this, arguments) || this
  }
  return Base
})(React.Component)
export { Base as default }`,
      'fold.js': `
import React from 'react'
import Base from './base'
import PropTypes from 'prop-types'
let Fold = /*#__PURE__*/ (function (_Base) {
  _inheritsLoose(Fold, _Base)
  function Fold() {
    return _Base.apply(this, arguments) || this
  }
  const _proto = Fold.prototype
  _proto.render = function render() {
    const _this$props = this.props
    return React.createElement('b', { title: this.props.title }, _this$props.tone)
  }
  return Fold
})(Base)
Fold.propTypes = process.env.NODE_ENV !== 'production' ? { tone: PropTypes.string } : {}
Fold.defaultProps = { tone: 'calm' }
export default Fold`,
      'store.js': `
const Store = (function (_Base) { function Store() {} return Store })(Map)
export default Store`,
    }),
  ).toEqual({ Fold: ["prop tone string = 'calm'", 'prop title any'] })
})

export { numberField, numberOrNull, time, timeField, timeOrNull } from './number-field';
export { defineOperator, holdInside, tellTime, type OperatorContext, type OperatorDefinition, type OperatorField } from './operator';
export { OPERATORS, type Operator } from './operators';
export { CAP, pieces, preimages, type Piece, type Showing } from './pieces';
export type { Segment, Side } from './segment';
export { newOperator, operatorFits } from './new-operator';
export { isPassedOver, operatorOf, prepareStack, type OperatorNode, type PreparedStack, type StackContext, type Step } from './stack';
export { compose, composeAll, identity, rateAt, straightMap, type TimeMap } from './time-map';

export { isMoment, LONGEST_FORMULA, tellTime, type FieldValue, type Moment, type OperatorField, type OperatorFields, type OwnKey, type ParamsOf } from './field';
export { defineOperator, holdInside, type Birth, type OperatorContext, type OperatorDefinition, type OperatorFault } from './operator';
export { OPERATORS, type Operator } from './operators';
export { CAP, pieces, preimages, type Piece, type Showing } from './pieces';
export type { Segment, Side } from './segment';
export { newOperator, operatorFits } from './new-operator';
export { isPassedOver, operatorOf, prepareStack, type OperatorNode, type PreparedStack, type StackContext, type Step } from './stack';
export { compose, composeAll, identity, rateAt, straightMap, type TimeMap } from './time-map';

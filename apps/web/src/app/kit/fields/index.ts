export { ChoiceGroup, type ChoiceOption } from './choice-group';
export { ChoiceSet } from './choice-set';
export { DateField } from './date-field';
export { flowMeasure, judge, lengthMeasure, temperatureMeasure, type Measure } from './measure';
export { MeasureField } from './measure-field';
export { NumberField } from './number-field';
export { SelectField } from './select-field';
export { SwitchField } from './switch-field';
export { TextField } from './text-field';

import type { components } from './generated/schema';

type Schemas = components['schemas'];

export type Recipe = Schemas['Recipe'];
export type Falloff = Schemas['Falloff'];
export type Source = Schemas['Source'];
export type Step = Schemas['Step'];
export type Layer = Schemas['Layer'];
export type PropertyRange = Schemas['PropertyRange'];
export type Drive = Schemas['Drive'];
export type Place = Schemas['Place'];
export type Edit = Schemas['Edit'];
export type Site = Schemas['Site'];
export type SiteLine = Schemas['SiteLine'];
export type Manifest = Schemas['Manifest'];
export type StageView = Schemas['StageView'];
export type FalloffView = Schemas['FalloffView'];
export type Summary = Schemas['Summary'];
export type ViewRequest = Schemas['ViewRequest'];
export type Answer = Schemas['Answer'];
export type AllKinds = Schemas['AllKinds'];
export type Description = Schemas['Description'];
export type SettingDescription = Schemas['SettingDescription'];
export type PropertyDescription = Schemas['CoverProperty'];
export type HeightMapRead = Schemas['HeightMapRead'];
export type CurvePoint = [number, number];

/** The shop's units, for every field on every sheet. */
import type { ShopUnits } from '@norther/core';
import { createContext } from 'react';

export const ShopUnitsContext = createContext<ShopUnits>({});

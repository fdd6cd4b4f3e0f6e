export {
  readShopSettings,
  SETTINGS_DEFAULTS,
  SETTINGS_FIELDS,
  SETTINGS_GROUPS,
  type ShopSettings,
} from './shop-settings.ts';

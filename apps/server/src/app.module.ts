import { Module, type DynamicModule } from '@nestjs/common';
import { APP_GUARD } from '@nestjs/core';
import { ThrottlerGuard, ThrottlerModule } from '@nestjs/throttler';
import type { Sequelize } from 'sequelize';
import { DatabaseModule } from './database/database.module';
import { DemoModule } from './demo/demo.module';
import { DocumentsModule } from './documents/documents.module';
import { DoorModule } from './door/door.module';
import { HealthModule } from './health/health.module';
import { KitModule } from './kit/kit.module';
import { OwnModelsModule } from './own-models/own-models.module';
import { RigsModule } from './rigs/rigs.module';
import { SETTINGS, type Settings } from './settings';
import { SittingsModule } from './sittings/sittings.module';
import { StockModule } from './stock/stock.module';

/** How the server was told to run, for whoever asks. */
@Module({})
class SettingsModule {
  static with(settings: Settings): DynamicModule {
    const provider = { provide: SETTINGS, useValue: settings };
    return { module: SettingsModule, global: true, providers: [provider], exports: [provider] };
  }
}

@Module({})
export class AppModule {
  static with(sequelize: Sequelize, settings: Settings): DynamicModule {
    return {
      module: AppModule,
      imports: [
        DatabaseModule.with(sequelize),
        DocumentsModule,
        ThrottlerModule.forRoot([{ ttl: 60_000, limit: settings.requestsAMinute }]),
        RigsModule,
        KitModule,
        HealthModule,
        DemoModule,
        StockModule,
        SittingsModule,
        OwnModelsModule,
        SettingsModule.with(settings),
        DoorModule,
      ],
      providers: [{ provide: APP_GUARD, useClass: ThrottlerGuard }],
    };
  }
}

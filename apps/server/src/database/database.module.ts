import { Global, Inject, Module, type DynamicModule, type OnApplicationShutdown } from '@nestjs/common';
import { Sequelize } from 'sequelize';
import { Writes } from './writes';

/** Gives every module the opened database, and closes it with the server. */
@Global()
@Module({})
export class DatabaseModule implements OnApplicationShutdown {
  constructor(
    @Inject(Sequelize) private readonly sequelize: Sequelize,
    private readonly writes: Writes,
  ) {}

  static with(sequelize: Sequelize): DynamicModule {
    return {
      module: DatabaseModule,
      providers: [{ provide: Sequelize, useValue: sequelize }, Writes],
      exports: [Sequelize, Writes],
    };
  }

  async onApplicationShutdown(): Promise<void> {
    await this.writes.idle();
    await this.sequelize.close();
  }
}

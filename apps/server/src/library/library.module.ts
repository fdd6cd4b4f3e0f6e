/** Every winding ever taken, found by the likeness of its core. */
import { Controller, Get, Module, Query } from '@nestjs/common';
import { ApiTags } from '@nestjs/swagger';
import { LibraryQuestion, type LibraryAnswer } from '@norther/records';
import { createZodDto } from 'nestjs-zod';
import { Who } from '../http/request.ts';
import type { Person } from '../people/person.ts';
import { LibraryRepository } from './library.repository.ts';

class Question extends createZodDto(LibraryQuestion) {}
/** How long a count of all windings is good enough [ms]. */
const COUNTED_MS = 60_000;

@ApiTags('library')
@Controller('library')
export class LibraryController {
  private readonly counted = new Map<string, { at: number; size: ReturnType<LibraryRepository['size']> }>();

  constructor(private readonly library: LibraryRepository) {}

  /** Windings of cores like this one, nearest first. */
  @Get()
  async sisters(@Who() person: Person, @Query() question: Question): Promise<LibraryAnswer> {
    const [sisters, size] = await Promise.all([
      this.library.sisters(person.shopId, question),
      this.size(person.shopId),
    ]);
    return { sisters, ...size };
  }

  /** Counting a hundred thousand takes longer than finding the nearest. */
  private size(shopId: string) {
    const known = this.counted.get(shopId);
    if (known && Date.now() - known.at < COUNTED_MS) return known.size;
    const size = this.library.size(shopId);
    this.counted.set(shopId, { at: Date.now(), size });
    size.catch(() => this.counted.delete(shopId));
    return size;
  }
}

@Module({ controllers: [LibraryController], providers: [LibraryRepository] })
export class LibraryModule {}

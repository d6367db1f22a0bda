import * as z from 'zod';

// The pages' policy forbids making code from text, and the schema library would try.
z.config({ jitless: true });

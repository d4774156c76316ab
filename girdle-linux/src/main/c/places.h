/*
 * What the parts of the library of places share: which path a path means, and the functions of the C
 * library that they stand before.
 */
#ifndef GIRDLE_PLACES_H
#define GIRDLE_PLACES_H

#include "system.h"

#define NULL ((void *)0)
#define SHOWN __attribute__((visibility("default")))

typedef unsigned long size_t;

enum { PATH_ROOM = 4096 };

/* What a path means: itself, or one in the artifact, which is written to the other. */
const char *meant(const char *path, char *to);

/* The function of that name behind ours, found once; NULL if there is none. */
void *next_of(void **known, const char *name);

/* Whether a function that was found can be called; else it fails as what the system does not have. */
int is_missing(void *function);

/* Whether a text begins with so many bytes of another. */
int begins(const char *path, const char *with, size_t length);

extern char **environ __attribute__((weak));
extern int *__errno_location(void);

#endif

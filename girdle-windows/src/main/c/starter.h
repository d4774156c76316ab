/*
 * The starter for Windows: it finds what an application needs to run, and runs it. What it starts is
 * told to it by resources (type RT_RCDATA) that Girdle writes into a copy of the compiled file; see
 * orders.c. It uses no C runtime: of Windows only what every release since 7 has.
 */
#ifndef GIRDLE_STARTER_H
#define GIRDLE_STARTER_H

#define WIN32_LEAN_AND_MEAN
#define _WIN32_WINNT 0x0601
#include <windows.h>
#include <stddef.h>
#include <stdint.h>

/* What was asked for cannot be found, or cannot be executed: as shells have it. */
enum { STATUS_WRONG_WORDS = 2, STATUS_MACHINE = 3, STATUS_CANNOT_RUN = 126, STATUS_NOT_FOUND = 127 };

/* memory.c: texts that grow, and lists of texts. Memory is never given back: the starter is short. */
typedef struct {
  wchar_t *at; /* always ends with a zero, once something was added */
  size_t length;
  size_t room;
} Text;

typedef struct {
  wchar_t **at;
  size_t count;
  size_t room;
} List;

void *bytes_for(size_t count); /* filled with zeros; ends the process if there are none */
void add(Text *text, const wchar_t *more);
void add_part(Text *text, const wchar_t *more, size_t length);
void add_number(Text *text, unsigned long long number);
wchar_t *joined(const wchar_t *first, ...); /* the last one is followed by NULL */
void append(List *list, wchar_t *text);
void append_all(List *list, List more);
void append_words(List *list, const wchar_t *text); /* separated by spaces; none if it is NULL */
size_t length_of(const wchar_t *text);
int is_same(const wchar_t *one, const wchar_t *other);
int is_same_name(const wchar_t *one, const wchar_t *other); /* as file names and variables go */
int starts_with(const wchar_t *text, const wchar_t *start);
wchar_t *part_of(const wchar_t *text, size_t length);
wchar_t *copy_of(const wchar_t *text);
wchar_t *from_utf8(const char *text, size_t length);
char *to_code_page(unsigned page, const wchar_t *text, int *lost); /* lost may be NULL */
unsigned long long number_at(const wchar_t **text);

/* paths.c */
wchar_t *variable(const wchar_t *name); /* NULL if it is not set, or empty */
wchar_t *own_path(void);
wchar_t *folder_of(const wchar_t *path); /* without a separator at its end */
wchar_t *absolute(const wchar_t *path);
wchar_t *long_path(const wchar_t *path); /* as functions take it that shall go beyond 260 characters */
wchar_t *plain_path(const wchar_t *path); /* the same way back, if it can be told shorter */
wchar_t *expanded(const wchar_t *text);  /* with %VARIABLES% filled in; NULL if one is not set */
int is_file(const wchar_t *path);
int is_folder(const wchar_t *path);

/* orders.c: what Girdle wrote into this file. */
typedef struct {
  wchar_t *key;
  wchar_t *value;
} Order;

typedef struct {
  Order *at;
  size_t count;
  const wchar_t *home; /* stands for %~ in values once it is known */
} Orders;

int read_orders(unsigned id, Orders *orders); /* false if there is no such resource */
const wchar_t *order(const Orders *orders, const wchar_t *key);  /* "" if there is none */
wchar_t *next_order(const Orders *orders, const wchar_t *key, size_t *from); /* NULL after the last */
int has_order(const Orders *orders, const wchar_t *key);
List all_orders(const Orders *orders, const wchar_t *key);
enum { PAYLOAD_ID = 1, FIRST_ENTRY_ID = 2 };

/* arguments.c */
typedef struct {
  List words;
  char *has_wildcards; /* for each word, whether it has some that no quotes protect */
  const wchar_t *tail; /* all behind the name of the program, as it was typed */
} Arguments;

Arguments read_arguments(void);
void add_quoted(Text *line, const wchar_t *word); /* after a space, so that it is read as one word */

/* saying.c */
void say_for(const Orders *orders); /* whose name and title are said, and whether it has a window */
void say(const wchar_t *text);      /* one or several lines; on the console, or in a box */
void fail(unsigned status, const wchar_t *text);
void tell_end(unsigned status); /* that a program with a window ended so, if nobody saw why */
void write_text(HANDLE output, const wchar_t *text); /* as a console has it, else as UTF-8 */
void open_log(void);            /* where output goes that would go nowhere */
wchar_t *reason_of(DWORD error);

/* finding.c */
typedef struct {
  wchar_t *home;
  unsigned release[3];
} Runtime;

int find_runtime(const Orders *orders, Runtime *found); /* fails in words if there is none */

/* machine.c: a virtual machine in this process, by the JNI invocation interface */
int run_machine(const Orders *orders, const Runtime *runtime, const Arguments *given, DWORD *status);

/* icons.c */
void wait_and_give_icons(HANDLE thread); /* until the thread ends */

/* child.c */
DWORD run_child(const Orders *orders, const wchar_t *program, const List *words, const wchar_t *tail);

/* unpacking.c: the files that lie packed in this one */
void provide_files(Orders *orders); /* sets their home; may end the process */

/* progress.c */
void begin_progress(const Orders *orders); /* shows a window if there is one to show it for */
void show_progress(unsigned long long done, unsigned long long all);
void end_progress(void);

#endif

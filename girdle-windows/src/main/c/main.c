#include "starter.h"

#ifndef WITH_FILES
/* Files of the application that are not where they have to be, or NULL. */
static wchar_t *missing_files(const Orders *orders) {
  Text missing = {0};
  size_t from = 0;
  for (wchar_t *file; (file = next_order(orders, L"file", &from));) {
    if (!is_file(joined(orders->home, L"\\", file, NULL))) {
      add(&missing, L"\r\n  ");
      add(&missing, file);
    }
  }
  return missing.at;
}

/* Where this file really lies, if it was reached by a link. */
static wchar_t *real_path(const wchar_t *path) {
  HANDLE file = CreateFileW(path, 0, FILE_SHARE_READ | FILE_SHARE_WRITE | FILE_SHARE_DELETE, NULL,
                            OPEN_EXISTING, 0, NULL);
  if (file == INVALID_HANDLE_VALUE) return copy_of(path);
  DWORD room = GetFinalPathNameByHandleW(file, NULL, 0, 0);
  wchar_t *real = bytes_for(((size_t)room + 1) * sizeof(wchar_t));
  DWORD count = GetFinalPathNameByHandleW(file, real, room, 0);
  CloseHandle(file);
  return count ? plain_path(real) : copy_of(path);
}

static void find_home(Orders *orders) {
  wchar_t *self = own_path();
  orders->home = folder_of(self);
  wchar_t *missing = missing_files(orders);
  if (missing) {
    orders->home = folder_of(real_path(self));
    missing = missing_files(orders);
  }
  if (missing) {
    fail(STATUS_NOT_FOUND,
         joined(L"this program was moved away from its folder; these files are not beside it:", missing,
                L"\r\n  Put it back into the folder of ", order(orders, L"title"), L".", NULL));
  }
}

#endif

static void set_variables(const Orders *orders) {
  size_t from = 0;
  for (wchar_t *setting; (setting = next_order(orders, L"environment", &from));) {
    wchar_t *equals = setting;
    while (*equals && *equals != L'=') equals++;
    if (!*equals) continue;
    wchar_t *name = part_of(setting, (size_t)(equals - setting));
    if (!GetEnvironmentVariableW(name, NULL, 0) && GetLastError() == ERROR_ENVVAR_NOT_FOUND) {
      SetEnvironmentVariableW(name, equals + 1);
    }
  }
}

/* The orders of the entry that is asked for; of a file with one entry, those. */
static void choose_entry(Orders *orders) {
  if (!read_orders(FIRST_ENTRY_ID, orders)) ExitProcess(STATUS_CANNOT_RUN);
  say_for(orders);
  const wchar_t *named = order(orders, L"entry-variable");
  wchar_t *wanted = *named ? variable(named) : NULL;
  if (!wanted) return;
  Text all = {0};
  Orders other;
  for (unsigned id = FIRST_ENTRY_ID; read_orders(id, &other); id++) {
    if (is_same(order(&other, L"name"), wanted)) {
      *orders = other;
      return;
    }
    add(&all, all.length ? L", " : L"");
    add(&all, order(&other, L"name"));
  }
  fail(STATUS_WRONG_WORDS,
       joined(L"there is no program ", wanted, L" in this file; there are: ", all.at, NULL));
}

static DWORD run(Orders *orders) {
  Arguments given = read_arguments();
  Runtime runtime = {0};
  set_variables(orders);
  if (has_order(orders, L"need")) find_runtime(orders, &runtime);
  open_log();
  if (has_order(orders, L"main")) {
    DWORD status;
    if (run_machine(orders, &runtime, &given, &status)) return status;
    fail(STATUS_CANNOT_RUN, L"no thread could be made to run it");
  }
  List words = all_orders(orders, L"option");
  append_words(&words, variable(order(orders, L"options-variable")));
  append_all(&words, all_orders(orders, L"word"));
  const wchar_t *inside = order(orders, L"program");
  return run_child(orders, joined(runtime.home ? runtime.home : orders->home, L"\\", inside, NULL),
                   &words, given.tail);
}

/* Where Windows begins to run this program; there is no C runtime that would call main. */
void __attribute__((noreturn, no_stack_protector)) begin(void) {
  extern uintptr_t __stack_chk_guard;
  LARGE_INTEGER now;
  QueryPerformanceCounter(&now);
  __stack_chk_guard ^= (uintptr_t)now.QuadPart * 0x9e3779b97f4a7c15u ^ (uintptr_t)GetCurrentProcessId();
  SetDllDirectoryW(L""); /* no libraries from where somebody happens to be */
  Orders orders = {0};
  choose_entry(&orders);
#ifdef WITH_FILES
  provide_files(&orders);
#else
  if (has_order(&orders, L"alone")) {
    orders.home = own_path();
  } else {
    find_home(&orders);
  }
#endif
  SetEnvironmentVariableW(L"GIRDLE_ARTIFACT", own_path());
  DWORD status = run(&orders);
  tell_end(status);
  ExitProcess(status);
}

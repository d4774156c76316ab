#include "starter.h"

/* The child gets these, too, and decides; whoever started us waits for it by waiting for us. */
static HANDLE running;

static BOOL WINAPI on_signal(DWORD signal) {
  if (signal != CTRL_C_EVENT && signal != CTRL_BREAK_EVENT && running) {
    WaitForSingleObject(running, INFINITE); /* Windows ends us, should that take too long */
  }
  return TRUE;
}

/* So that nothing stays behind if this process is ended. What the child starts to outlive it, may. */
static HANDLE new_job(void) {
  HANDLE job = CreateJobObjectW(NULL, NULL);
  if (!job) return NULL;
  JOBOBJECT_EXTENDED_LIMIT_INFORMATION limits = {0};
  limits.BasicLimitInformation.LimitFlags =
      JOB_OBJECT_LIMIT_KILL_ON_JOB_CLOSE | JOB_OBJECT_LIMIT_SILENT_BREAKAWAY_OK;
  SetInformationJobObject(job, JobObjectExtendedLimitInformation, &limits, sizeof limits);
  return job;
}

/*
 * Starts a program with words of ours and the rest of the command line as it was typed, where the
 * orders say or where we were started, waits for its end, and gives its exit status.
 */
DWORD run_child(const Orders *orders, const wchar_t *program, const List *words, const wchar_t *tail) {
  Text line = {0};
  add_quoted(&line, program);
  for (size_t i = 0; i < words->count; i++) add_quoted(&line, words->at[i]);
  add(&line, tail);
  STARTUPINFOW ours;
  GetStartupInfoW(&ours);
  STARTUPINFOW start = {0};
  start.cb = sizeof start;
  start.dwFlags = STARTF_USESTDHANDLES | (ours.dwFlags & STARTF_USESHOWWINDOW);
  start.wShowWindow = ours.wShowWindow;
  /* by these, a C runtime hands on files beyond the three */
  start.cbReserved2 = ours.cbReserved2;
  start.lpReserved2 = ours.lpReserved2;
  start.hStdInput = GetStdHandle(STD_INPUT_HANDLE);
  start.hStdOutput = GetStdHandle(STD_OUTPUT_HANDLE);
  start.hStdError = GetStdHandle(STD_ERROR_HANDLE);
  DWORD flags = CREATE_SUSPENDED | CREATE_UNICODE_ENVIRONMENT;
  if (has_order(orders, L"window")) flags |= CREATE_NO_WINDOW;
  const wchar_t *place = has_order(orders, L"place") ? order(orders, L"place") : NULL;
  PROCESS_INFORMATION child;
  SetConsoleCtrlHandler(on_signal, TRUE);
  /* the name of the program is read with quotes, like any other word; so ours has none in front */
  if (!CreateProcessW(program, line.at + 1, NULL, NULL, TRUE, flags, NULL, place, &start, &child)) {
    DWORD error = GetLastError();
    fail(STATUS_CANNOT_RUN, joined(program, L" cannot be started: ", reason_of(error), NULL));
  }
  HANDLE job = new_job();
  if (job) AssignProcessToJobObject(job, child.hProcess);
  running = child.hProcess;
  ResumeThread(child.hThread);
  WaitForSingleObject(child.hProcess, INFINITE);
  DWORD status = STATUS_CANNOT_RUN;
  GetExitCodeProcess(child.hProcess, &status);
  return status;
}

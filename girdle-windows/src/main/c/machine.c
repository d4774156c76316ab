/*
 * Java in this process, so that there is one, with the program's own name and icon: the invocation
 * interface (Java Native Interface Specification, chapter 5). What Java's own launcher does between
 * its command line and that interface is done here as well; what cannot be done here is left to it.
 */
#include "starter.h"

#include "jni.h"

typedef jint(JNICALL *Create)(JavaVM **, void **, void *);

typedef struct {
  const Orders *orders;
  const Runtime *runtime;
  const Arguments *given;
  Create create;
  List options;
  DWORD status;
} Machine;

/* Options that Java's launcher takes as two words, and the machine as one. */
static const wchar_t *const PAIRS[] = {
    L"--module-path", L"--add-modules", L"--limit-modules", L"--patch-module", L"--add-exports",
    L"--add-opens",   L"--add-reads",   L"--upgrade-module-path", L"--enable-native-access",
    L"--illegal-native-access", L"--source-path", NULL};

/* Options that only the launcher understands. */
static const wchar_t *const LAUNCHERS[] = {
    L"-splash:", L"@", L"-jar", L"-version", L"--version", L"-showversion", L"--show-version",
    L"-?", L"-h", L"--help", L"-X ", L"--list-modules", L"-d ", L"--describe-module", L"--dry-run",
    L"--validate-modules", L"-XshowSettings", L"--show-module-resolution",
    L"-XX:NativeMemoryTracking", L"-XX:Flags", L"--disable-@files", NULL};

static int is_for_launcher(const wchar_t *option) {
  for (size_t i = 0; LAUNCHERS[i]; i++) {
    size_t length = length_of(LAUNCHERS[i]);
    int is_whole = LAUNCHERS[i][length - 1] == L' ';
    if (is_whole ? is_same(option, part_of(LAUNCHERS[i], length - 1))
                 : starts_with(option, LAUNCHERS[i])) {
      return 1;
    }
  }
  return 0;
}

/* As on a command line of Java's launcher, up to the class path. */
static List launcher_options(const Orders *orders, const Runtime *runtime) {
  List options = {0};
  if (runtime->release[0] >= 9) append_all(&options, all_orders(orders, L"modern-option"));
  append_all(&options, all_orders(orders, L"option"));
  append_words(&options, variable(order(orders, L"options-variable")));
  return options;
}

/* Whether Java takes a path: in the code page of this Windows, and of a length that it knows. */
static int is_taken(const wchar_t *path) {
  int is_lost = 0;
  to_code_page(CP_ACP, path, &is_lost);
  return !is_lost && length_of(path) < MAX_PATH;
}

/* A path that Java does not take has another, brief name, unless the disk keeps none. */
static wchar_t *taken(const wchar_t *path) {
  if (is_taken(path)) return copy_of(path);
  DWORD count = GetShortPathNameW(long_path(path), NULL, 0);
  wchar_t *brief = bytes_for(((size_t)count + 1) * sizeof(wchar_t));
  if (count && GetShortPathNameW(long_path(path), brief, count)) {
    brief = plain_path(brief);
    if (is_taken(brief)) return brief;
  }
  fail(STATUS_CANNOT_RUN,
       joined(L"Java cannot be told of this path, since it is too long, or has signs that are not in the"
              L" code page of this Windows:\r\n  ",
              path, L"\r\n  Move the program to another folder.", NULL));
  return NULL;
}

static wchar_t *class_path(const Orders *orders) {
  Text path = {0};
  size_t from = 0;
  add(&path, L"");
  for (wchar_t *jar; (jar = next_order(orders, L"class-path", &from));) {
    add(&path, path.length ? L";" : L"");
    add(&path, taken(jar));
  }
  return path.at;
}

/* False if an option is for the launcher alone. */
static int machine_options(Machine *machine) {
  List options = launcher_options(machine->orders, machine->runtime);
  int is_module = has_order(machine->orders, L"module");
  wchar_t *path = class_path(machine->orders);
  append(&machine->options, joined(is_module ? L"--module-path=" : L"-Djava.class.path=", path, NULL));
  for (size_t i = 0; i < options.count; i++) {
    wchar_t *option = options.at[i];
    if (is_for_launcher(option)) return 0;
    if (is_same(option, L"-server") || is_same(option, L"-client")) continue;
    if (is_same(option, L"-p")) option = L"--module-path";
    for (size_t k = 0; PAIRS[k] && i + 1 < options.count; k++) {
      if (is_same(option, PAIRS[k])) {
        option = joined(option, L"=", options.at[++i], NULL);
        break;
      }
    }
    append(&machine->options, option);
  }
  const wchar_t *module = order(machine->orders, L"module");
  if (is_module) append(&machine->options, joined(L"-Djdk.module.main=", module, NULL));
  Text command = {0};
  add(&command, L"-Dsun.java.command=");
  if (is_module) {
    add(&command, module);
    add(&command, L"/");
  }
  add(&command, order(machine->orders, L"main"));
  append(&machine->options, command.at);
  append(&machine->options, L"-Dsun.java.launcher=SUN_STANDARD");
  return 1;
}

static jstring text_of(JNIEnv *env, const wchar_t *text) {
  return (*env)->NewString(env, (const jchar *)text, (jsize)length_of(text));
}

/* Names with wildcards become those of files, as Java's launcher has it on Windows. */
static jobjectArray with_wildcards(JNIEnv *env, jclass helper, jclass strings, const Arguments *given,
                                   const List *fixed) {
  size_t count = fixed->count + given->words.count;
  jobjectArray words = (*env)->NewObjectArray(env, (jsize)count, strings, NULL);
  if (!words) return NULL;
  int has_any = 0;
  for (size_t i = 0; i < given->words.count; i++) has_any |= given->has_wildcards[i];
  jmethodID expand = NULL;
  if (has_any) {
    expand = (*env)->GetStaticMethodID(env, helper, "expandArgs", "([Ljava/lang/String;)[Ljava/lang/String;");
    if (!expand) (*env)->ExceptionClear(env);
  }
  for (size_t i = 0; i < count; i++) {
    const wchar_t *word = i < fixed->count ? fixed->at[i] : given->words.at[i - fixed->count];
    int is_pattern = i >= fixed->count && given->has_wildcards[i - fixed->count];
    wchar_t *told = expand ? joined(is_pattern ? L"T" : L"F", word, NULL) : copy_of(word);
    (*env)->SetObjectArrayElement(env, words, (jsize)i, text_of(env, told));
  }
  return expand ? (*env)->CallStaticObjectMethod(env, helper, expand, words) : words;
}

/* Calls main, in whichever of its four shapes it is there (Java Language Specification, 12.1.4). */
static void call_main(JNIEnv *env, jclass type, jobjectArray words) {
  static const char *const SHAPES[] = {"([Ljava/lang/String;)V", "()V"};
  for (int i = 0; i < 2; i++) {
    jmethodID main = (*env)->GetStaticMethodID(env, type, "main", SHAPES[i]);
    if (main) {
      (*env)->CallStaticVoidMethod(env, type, main, words);
      return;
    }
    (*env)->ExceptionClear(env);
    main = (*env)->GetMethodID(env, type, "main", SHAPES[i]);
    if (main) {
      jmethodID make = (*env)->GetMethodID(env, type, "<init>", "()V");
      jobject object = make ? (*env)->NewObject(env, type, make) : NULL;
      if (object) (*env)->CallVoidMethod(env, object, main, words);
      return;
    }
    (*env)->ExceptionClear(env);
  }
}

static int run_main(JNIEnv *env, const Machine *machine) {
  enum { OF_CLASS = 1, OF_MODULE = 3 }; /* as sun.launcher.LauncherHelper counts */
  jclass helper = (*env)->FindClass(env, "sun/launcher/LauncherHelper");
  if (!helper) return 1;
  jmethodID load = (*env)->GetStaticMethodID(env, helper, "checkAndLoadMain",
                                             "(ZILjava/lang/String;)Ljava/lang/Class;");
  if (!load) return 1;
  const wchar_t *module = order(machine->orders, L"module");
  const wchar_t *name = order(machine->orders, L"main");
  wchar_t *what = *module ? joined(module, L"/", name, NULL) : copy_of(name);
  jclass type = (*env)->CallStaticObjectMethod(env, helper, load, JNI_TRUE,
                                               *module ? OF_MODULE : OF_CLASS, text_of(env, what));
  if (!type || (*env)->ExceptionCheck(env)) return 1;
  List fixed = all_orders(machine->orders, L"argument");
  jclass strings = (*env)->FindClass(env, "java/lang/String");
  jobjectArray words = with_wildcards(env, helper, strings, machine->given, &fixed);
  if (!words || (*env)->ExceptionCheck(env)) return 1;
  call_main(env, type, words);
  return (*env)->ExceptionCheck(env) ? 1 : 0;
}

/* However the machine ends this process; it does so on a thread of its own. */
static void JNICALL on_exit_of_machine(jint status) {
  tell_end((unsigned)status);
  ExitProcess((UINT)status);
}

static void start_and_run(Machine *machine) {
  size_t count = machine->options.count;
  JavaVMOption *options = bytes_for((count + 1) * sizeof(JavaVMOption));
  for (size_t i = 0; i < count; i++) {
    options[i].optionString = to_code_page(CP_ACP, machine->options.at[i], NULL);
  }
  if (has_order(machine->orders, L"window")) {
    options[count].optionString = "exit";
    options[count].extraInfo = (void *)on_exit_of_machine;
    count++;
  }
  JavaVMInitArgs how = {JNI_VERSION_1_6, (jint)count, options, JNI_FALSE};
  JavaVM *vm;
  JNIEnv *env;
  machine->status = 1;
  if (machine->create(&vm, (void **)&env, &how) != JNI_OK) {
    say(joined(order(machine->orders, L"language"), L" in ", machine->runtime->home,
               L" could not be started", NULL));
    return;
  }
  machine->status = (DWORD)run_main(env, machine);
  /* tells of an exception that nobody caught, and waits for all other threads */
  if ((*vm)->DetachCurrentThread(vm) != JNI_OK) machine->status = 1;
  (*vm)->DestroyJavaVM(vm);
}

static DWORD WINAPI on_thread(void *machine) {
  start_and_run(machine);
  return 0;
}

/* The stack of the thread that runs main, as -Xss says; 0 for what is usual. */
static size_t stack_size(const List *options) {
  size_t size = 0;
  for (size_t i = 0; i < options->count; i++) {
    if (starts_with(options->at[i], L"-Xss")) {
      const wchar_t *text = options->at[i] + 4;
      size = (size_t)number_at(&text);
      if (*text == L'k' || *text == L'K') size <<= 10;
      if (*text == L'm' || *text == L'M') size <<= 20;
      if (*text == L'g' || *text == L'G') size <<= 30;
    }
  }
  return size;
}

static Create load(const Orders *orders, const Runtime *runtime) {
  size_t from = 0;
  for (wchar_t *inside; (inside = next_order(orders, L"library", &from));) {
    wchar_t *path = joined(runtime->home, L"\\", inside, NULL);
    if (!is_file(path)) continue;
    path = taken(path); /* Java finds all else of it by the path that its library was loaded by */
    /* what Java's libraries are linked with lies beside its launcher */
    SetDllDirectoryW(folder_of(folder_of(path)));
    HMODULE library = LoadLibraryExW(path, NULL, LOAD_WITH_ALTERED_SEARCH_PATH);
    if (library) return (Create)(void *)GetProcAddress(library, "JNI_CreateJavaVM");
  }
  return NULL;
}

/* The launcher of the same Java, with the same words. */
static DWORD run_launcher(const Orders *orders, const Runtime *runtime, const Arguments *given) {
  List words = launcher_options(orders, runtime);
  const wchar_t *module = order(orders, L"module");
  wchar_t *path = class_path(orders);
  if (*module) {
    append(&words, L"-p");
    append(&words, path);
  } else if (length_of(path) < 20000) {
    append(&words, L"-cp");
    append(&words, path);
  } else {
    SetEnvironmentVariableW(L"CLASSPATH", path); /* no command line has room for it */
  }
  const wchar_t *main = order(orders, L"main");
  if (*module) append(&words, L"-m");
  append(&words, *module ? joined(module, L"/", main, NULL) : copy_of(main));
  append_all(&words, all_orders(orders, L"argument"));
  wchar_t *quiet = joined(runtime->home, L"\\", order(orders, L"window-program"), NULL);
  wchar_t *program = has_order(orders, L"window") && is_file(quiet)
                         ? quiet
                         : joined(runtime->home, L"\\", order(orders, L"program"), NULL);
  return run_child(orders, program, &words, given->tail);
}

int run_machine(const Orders *orders, const Runtime *runtime, const Arguments *given, DWORD *status) {
  Machine machine = {orders, runtime, given, NULL, {0}, 1};
  if (machine_options(&machine)) machine.create = load(orders, runtime);
  if (!machine.create) {
    *status = run_launcher(orders, runtime, given);
    return 1;
  }
  size_t stack = stack_size(&machine.options);
  HANDLE thread = CreateThread(NULL, stack ? stack : (size_t)1 << 20, on_thread, &machine,
                               STACK_SIZE_PARAM_IS_A_RESERVATION, NULL);
  if (!thread) return 0;
  if (has_order(orders, L"window")) {
    wait_and_give_icons(thread);
  } else {
    WaitForSingleObject(thread, INFINITE);
  }
  *status = machine.status;
  return 1;
}

/* What jni.h wants to know of the machine (Java Native Interface Specification, chapter 12 of Java 8). */
#ifndef GIRDLE_JNI_MD_H
#define GIRDLE_JNI_MD_H

#define JNIEXPORT __declspec(dllexport)
#define JNIIMPORT __declspec(dllimport)
#define JNICALL __stdcall

typedef int jint;
typedef long long jlong;
typedef signed char jbyte;

#endif

@echo off
rem Runs Girdle from its source folder; builds it on first use.
setlocal EnableExtensions DisableDelayedExpansion
set "G_ROOT=%~dp0"
set "G_TARGET=%G_ROOT%girdle-cli\target"
if exist "%G_TARGET%\girdle-cli-0.1.0.jar" if exist "%G_TARGET%\lib\" goto run
>&2 echo building Girdle, once ...
pushd "%G_ROOT%"
call mvn -q -B -DskipTests package >&2
set "G_STATUS=%ERRORLEVEL%"
popd
if not "%G_STATUS%"=="0" exit /b 3

:run
set "G_JAVA=java"
if defined JAVA_HOME set "G_JAVA=%JAVA_HOME%\bin\java"
rem quick to compile, which short work gains from; what digests and compresses much is long work
set "G_TIER=-XX:TieredStopAtLevel=1"
if /i "%~1"=="deliver" set "G_TIER="
if /i "%~1"=="receive" set "G_TIER="
"%G_JAVA%" %G_TIER% -XX:+UseSerialGC %GIRDLE_OPTS% -cp "%G_TARGET%\girdle-cli-0.1.0.jar;%G_TARGET%\lib\*" dev.girdle.cli.Main %*
exit /b %ERRORLEVEL%

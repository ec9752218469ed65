# Warnings, standards and the two ways to declare a library or a folder of tests.
option(SOKUDO_TESTS "Build the tests" ON)
option(SOKUDO_WERROR "Treat warnings as errors" OFF)
option(SOKUDO_OPTIMISE "Optimise the libraries that are FAST" OFF)

# The compiler cache: hits with precompiled headers, and from one clone to the next.
find_program(CCACHE ccache)
if(CCACHE)
  set(CMAKE_CXX_COMPILER_LAUNCHER ${CMAKE_SOURCE_DIR}/cmake/cached_compile ${CMAKE_SOURCE_DIR})
  add_compile_options($<$<CXX_COMPILER_ID:GNU>:-fpch-preprocess>
    "$<$<CXX_COMPILER_ID:Clang>:SHELL:-Xclang -fno-pch-timestamp>")
endif()

set(CMAKE_CXX_STANDARD 20)
set(CMAKE_CXX_STANDARD_REQUIRED ON)
set(CMAKE_CXX_EXTENSIONS OFF)
set(CMAKE_EXPORT_COMPILE_COMMANDS ON)

function(sokudo_warnings target)
  target_compile_options(${target} PRIVATE -Wall -Wextra -Wpedantic -Wconversion -Wshadow
    -Wno-missing-field-initializers)
  # GCC 12 takes sums of strings for overflows when it optimises (its bug 105651): these four say nothing that is true
  # here.
  if(CMAKE_CXX_COMPILER_ID STREQUAL "GNU")
    target_compile_options(${target} PRIVATE
      $<$<CONFIG:Release>:-Wno-restrict -Wno-array-bounds -Wno-stringop-overflow -Wno-stringop-overread>)
  endif()
  if(SOKUDO_WERROR)
    target_compile_options(${target} PRIVATE -Werror)
  endif()
  target_compile_definitions(${target} PRIVATE QT_NO_KEYWORDS)
  target_include_directories(${target} PUBLIC ${CMAKE_SOURCE_DIR}/src)
endfunction()

# Optimises a target where the build optimises at all. -O2 gained nothing on any benchmark, and cost a fifth more.
function(sokudo_fast name)
  if(SOKUDO_OPTIMISE)
    target_compile_options(${name} PRIVATE -O1)
  endif()
endfunction()

# The same for a few files of a library that is not FAST; they share no precompiled headers with it.
function(sokudo_fast_sources)
  if(SOKUDO_OPTIMISE)
    set_source_files_properties(${ARGN} PROPERTIES COMPILE_OPTIONS -O1 SKIP_PRECOMPILE_HEADERS ON)
  endif()
endfunction()

# sokudo_library(NAME [FAST] SOURCES a.cpp ... LIBS lib ... [MOC] [PCH header ... | PCH_OF library])
# FAST: optimised. Libraries that share precompiled headers are both FAST, or neither is.
function(sokudo_library name)
  cmake_parse_arguments(ARG "MOC;FAST" "PCH_OF" "SOURCES;LIBS;PCH" ${ARGN})
  add_library(${name} STATIC ${ARG_SOURCES})
  set_property(GLOBAL APPEND PROPERTY SOKUDO_LIBRARIES ${name})
  if(ARG_FAST)
    sokudo_fast(${name})
  endif()
  target_link_libraries(${name} PUBLIC ${ARG_LIBS})
  sokudo_warnings(${name})
  if(ARG_MOC)
    set_target_properties(${name} PROPERTIES AUTOMOC ON)
  endif()
  if(ARG_PCH)
    target_precompile_headers(${name} PRIVATE ${ARG_PCH})
  elseif(ARG_PCH_OF)
    target_precompile_headers(${name} REUSE_FROM ${ARG_PCH_OF})
  endif()
endfunction()

# sokudo_on_demand(NAME FOR library LIBS lib ... SOURCES a.cpp ...): a library that the programs load when they need it, with
# nothing of theirs in it but headers. What links FOR is built after it.
set(SOKUDO_ON_DEMAND_DIR ${CMAKE_BINARY_DIR}/lib)
set(CMAKE_BUILD_RPATH ${SOKUDO_ON_DEMAND_DIR})
set(CMAKE_INSTALL_RPATH "$ORIGIN/../${CMAKE_INSTALL_LIBDIR}/sokudo")
function(sokudo_on_demand name)
  cmake_parse_arguments(ARG "" "FOR" "SOURCES;LIBS" ${ARGN})
  add_library(${name} MODULE ${ARG_SOURCES})
  target_link_libraries(${name} PRIVATE ${ARG_LIBS} tl::expected fmt::fmt)
  sokudo_warnings(${name})
  set_target_properties(${name} PROPERTIES LIBRARY_OUTPUT_DIRECTORY ${SOKUDO_ON_DEMAND_DIR})
  add_dependencies(${ARG_FOR} ${name})
  install(TARGETS ${name} LIBRARY DESTINATION ${CMAKE_INSTALL_LIBDIR}/sokudo)
endfunction()

# sokudo_tests(FOLDER [WINDOW] LIBS lib ... TESTS x_test.cpp ...): one executable, one ctest entry for each class.
# x_y_test.cpp holds the class XYTest and ends with SOKUDO_TEST(XYTest).
function(sokudo_tests folder)
  cmake_parse_arguments(ARG "WINDOW" "" "LIBS;TESTS" ${ARGN})
  set(target tst_${folder})
  set(support sokudo_testbase)
  if(ARG_WINDOW)
    set(support sokudo_testsupport)
  endif()
  add_executable(${target} ${ARG_TESTS})
  target_link_libraries(${target} PRIVATE ${support} ${ARG_LIBS})
  if(ARG_WINDOW)
    target_link_libraries(${target} PRIVATE sokudo_resources)
  endif()
  sokudo_warnings(${target})
  target_precompile_headers(${target} REUSE_FROM ${support})
  target_include_directories(${target} PRIVATE ${CMAKE_CURRENT_BINARY_DIR}/moc)
  foreach(file ${ARG_TESTS})
    get_filename_component(stem ${file} NAME_WE)
    # moc by hand: a test class needs none of its headers read, which AUTOMOC does for every file.
    set(moc ${CMAKE_CURRENT_BINARY_DIR}/moc/${stem}.moc)
    add_custom_command(OUTPUT ${moc} COMMAND Qt6::moc ${CMAKE_CURRENT_SOURCE_DIR}/${file} -o ${moc}
      DEPENDS ${CMAKE_CURRENT_SOURCE_DIR}/${file} VERBATIM)
    target_sources(${target} PRIVATE ${moc})
    string(REPLACE "_" ";" words ${stem})
    set(class "")
    foreach(word ${words})
      string(SUBSTRING ${word} 0 1 first)
      string(SUBSTRING ${word} 1 -1 rest)
      string(TOUPPER ${first} first)
      string(APPEND class ${first}${rest})
    endforeach()
    add_test(NAME ${folder}.${class} COMMAND ${target} ${class})
    set(environment QT_QPA_PLATFORM=offscreen SOKUDO_BIN=$<TARGET_FILE_DIR:sokudo-cli>
      SOKUDO_SOURCE=${CMAKE_SOURCE_DIR})
    set_tests_properties(${folder}.${class} PROPERTIES ENVIRONMENT "${environment}" TIMEOUT 300)
  endforeach()
endfunction()

// SPDX-License-Identifier: GPL-3.0-or-later
// What is asked on the command line: a verb with its options. The library behind it is seen by verb.cpp and main.cpp
// alone.
#pragma once

#include <functional>
#include <string>
#include <vector>

namespace CLI {
class App;
class Option;
}  // namespace CLI

namespace sokudo::cli {

struct Context;

/// An option, to be narrowed further.
class Option {
public:
    explicit Option(CLI::Option* option) : m_option(option) {}
    Option& required(bool isRequired = true);
    Option& within(int least, int most);
    Option& within(double least, double most);
    Option& positive();
    Option& notNegative();
    Option& oneOf(std::vector<std::string> words);
    /// The name may stand without a value; the text is then empty.
    Option& mayBeBare();
    bool isGiven() const;

private:
    CLI::Option* m_option;
};

class Verb {
public:
    Verb(CLI::App* app, Context& context) : m_app(app), m_context(&context) {}
    /// @param names  "--from", "-o,--out", or a word such as FILE for what stands without a name
    Option option(const std::string& names, std::string& into, const std::string& says);
    Option option(const std::string& names, std::vector<std::string>& into, const std::string& says);
    Option option(const std::string& names, int& into, const std::string& says);
    Option option(const std::string& names, double& into, const std::string& says);
    void flag(const std::string& names, bool& into, const std::string& says);
    /// What the verb does when it was asked; gives the exit status.
    void answer(std::function<int()>);

private:
    CLI::App* m_app;
    Context* m_context;
};

/// The program, to which verbs are added.
class Verbs {
public:
    Verbs(CLI::App& app, Context& context) : m_app(&app), m_context(&context) {}
    /// @param names  the verb, and after a comma the name that it had before
    Verb add(const std::string& names, const std::string& says);

private:
    CLI::App* m_app;
    Context* m_context;
};

}  // namespace sokudo::cli

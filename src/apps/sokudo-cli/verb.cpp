// SPDX-License-Identifier: GPL-3.0-or-later
#include "verb.h"

#include <fmt/format.h>
#include <CLI/CLI.hpp>

#include "cli.h"
#include "core/base/text.h"

namespace sokudo::cli {
namespace {

template <class Fits>
bool isNumber(const std::string& word, Fits fits)
{
    const auto value = text::parseNumber(word);
    return value && fits(*value);
}

}  // namespace

Option& Option::required(bool isRequired)
{
    m_option->required(isRequired);
    return *this;
}

Option& Option::within(int least, int most)
{
    m_option->check(CLI::Range(least, most));
    return *this;
}

Option& Option::within(double least, double most)
{
    m_option->check(CLI::Range(least, most));
    return *this;
}

Option& Option::positive()
{
    m_option->check([](const std::string& word) {
        return isNumber(word, [](double value) { return value > 0; }) ? std::string()
                                                                      : fmt::format("“{}” is no number above 0", word);
    });
    return *this;
}

Option& Option::notNegative()
{
    m_option->check([](const std::string& word) {
        return isNumber(word, [](double value) { return value >= 0; })
                   ? std::string()
                   : fmt::format("“{}” is no number from 0 up", word);
    });
    return *this;
}

Option& Option::oneOf(std::vector<std::string> words)
{
    m_option->check(CLI::IsMember(std::move(words)));
    return *this;
}

Option& Option::mayBeBare()
{
    m_option->expected(0, 1);
    return *this;
}
bool Option::isGiven() const { return m_option->count() > 0; }

Option Verb::option(const std::string& names, std::string& into, const std::string& says)
{
    return Option(m_app->add_option(names, into, says));
}
Option Verb::option(const std::string& names, std::vector<std::string>& into, const std::string& says)
{
    return Option(m_app->add_option(names, into, says));
}
Option Verb::option(const std::string& names, int& into, const std::string& says)
{
    return Option(m_app->add_option(names, into, says));
}
Option Verb::option(const std::string& names, double& into, const std::string& says)
{
    return Option(m_app->add_option(names, into, says));
}
void Verb::flag(const std::string& names, bool& into, const std::string& says) { m_app->add_flag(names, into, says); }

void Verb::answer(std::function<int()> run)
{
    m_app->callback([run = std::move(run), context = m_context] { context->run = run; });
}

Verb Verbs::add(const std::string& names, const std::string& says)
{
    const std::size_t comma = names.find(',');
    CLI::App* verb = m_app->add_subcommand(names.substr(0, comma), says);
    if (comma != std::string::npos) verb->alias(names.substr(comma + 1));
    return {verb, *m_context};
}

}  // namespace sokudo::cli

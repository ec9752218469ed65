// SPDX-License-Identifier: GPL-3.0-or-later
// A table of lines as the test of a rule: one row of Qt Test a line.
#pragma once

#include <span>

#include "link_check.h"

namespace sokudo::testing {

class RuleRows : public QObject {
    Q_OBJECT
public:
    RuleRows(const char* rule, std::span<const LinkRow> rows) : m_rule(rule), m_rows(rows) {}
private Q_SLOTS:
    void verdicts_data();
    void verdicts();

private:
    const char* m_rule;
    std::span<const LinkRow> m_rows;
};

struct RegisterRows {
    RegisterRows(const char* name, const char* rule, std::span<const LinkRow> rows)
    {
        registry().push_back({name, [=] { return std::make_unique<RuleRows>(rule, rows); }});
    }
};

}  // namespace sokudo::testing

#define SOKUDO_RULE_ROWS(Class, rule, rows) \
    static const sokudo::testing::RegisterRows kRowsOf##Class(#Class, rule, rows);

// SPDX-License-Identifier: GPL-3.0-or-later
#include "rule_rows.h"

namespace sokudo::testing {

void RuleRows::verdicts_data()
{
    QTest::addColumn<int>("row");
    for (std::size_t i = 0; i < m_rows.size(); ++i)
        QTest::addRow("%s: %s", m_rows[i].caseId, m_rows[i].line) << static_cast<int>(i);
}

void RuleRows::verdicts()
{
    QFETCH(int, row);
    checkRow(m_rule, m_rows[static_cast<std::size_t>(row)]);
}

}  // namespace sokudo::testing

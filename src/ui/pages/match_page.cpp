// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/pages/match_page.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListView>
#include <QPainter>
#include <QScrollArea>
#include <QStyledItemDelegate>

#include "ui/theme.h"
#include "ui/widgets/coupling_view.h"
#include "ui/widgets/parts.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {
namespace {

/// Mark, title and rate on one line, the reason below.
class LinkDelegate final : public QStyledItemDelegate {
public:
    using QStyledItemDelegate::QStyledItemDelegate;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {200, scaled(44)}; }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = theme();
        const QRect box = option.rect.adjusted(6, 2, -6, -2);
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) {
            painter->setPen(QPen(t.planDeep, option.state & QStyle::State_HasFocus ? 2.0 : 1.2));
            painter->setBrush(t.raised);
            painter->drawRoundedRect(QRectF(box).adjusted(0.5, 0.5, -0.5, -0.5), 3, 3);
        }
        const auto verdict = static_cast<Verdict>(index.data(app::MatchPresenter::kVerdictRole).toInt());
        paintVerdict(*painter, QRectF(box.left() + 9, box.center().y() - 6, 12, 12), verdict);
        const QString rate = index.data(app::MatchPresenter::kRateRole).toString();
        painter->setFont(typeface(Face::Figure, 12));
        const int rateWidth = painter->fontMetrics().horizontalAdvance(rate);
        painter->setPen(t.ink);
        const QRect upper(box.left() + 30, box.top() + 3, box.width() - 40, box.height() / 2 - 2);
        painter->drawText(upper, Qt::AlignRight | Qt::AlignVCenter, rate);
        painter->setFont(typeface(Face::Strong, 13));
        painter->drawText(upper, Qt::AlignLeft | Qt::AlignVCenter, painter->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, upper.width() - rateWidth - 8));
        painter->setFont(typeface(Face::Text, 12));
        painter->setPen(t.soft);
        const QRect lower(upper.left(), box.center().y(), upper.width(), box.height() / 2 - 2);
        painter->drawText(lower, Qt::AlignLeft | Qt::AlignVCenter, painter->fontMetrics().elidedText(index.data(app::MatchPresenter::kReasonRole).toString(), Qt::ElideRight, lower.width()));
        painter->restore();
    }
};

}  // namespace

MatchPage::MatchPage(app::MatchPresenter& presenter, QWidget* pathStrip, QWidget* parent) : QWidget(parent), m_presenter(presenter)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    auto* listPanel = frame("list");
    listPanel->setFixedWidth(scaled(316));
    auto* listColumn = column(listPanel, 0, 6);
    listColumn->setContentsMargins(8, 12, 0, 8);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(8, 0, 14, 0);
    m_count = label("", "figure");
    head->addWidget(label("Links, worst first", "heading"));
    head->addStretch(1);
    head->addWidget(m_count);
    listColumn->addLayout(head);
    auto* filter = new QLineEdit;
    filter->setPlaceholderText("Type to find a link");
    filter->setAccessibleName("Find a link");
    filter->setClearButtonEnabled(true);
    auto* filterRow = new QHBoxLayout;
    filterRow->setContentsMargins(8, 0, 12, 0);
    filterRow->addWidget(filter);
    listColumn->addLayout(filterRow);
    m_list = new QListView;
    m_list->setModel(presenter.links());
    m_list->setItemDelegate(new LinkDelegate(m_list));
    m_list->setAccessibleName("Links, worst first");
    m_list->setVerticalScrollMode(QAbstractItemView::ScrollPerPixel);
    listColumn->addWidget(m_list, 1);
    all->addWidget(listPanel);

    auto* right = new QVBoxLayout;
    right->setSpacing(0);
    auto* top = new QWidget;
    auto* topColumn = column(top, 0, 8);
    topColumn->setContentsMargins(22, 14, 20, 8);
    auto* titleRow = new QHBoxLayout;
    m_title = label("", "title");
    m_wanted = label("", "figure");
    titleRow->addWidget(m_title);
    titleRow->addStretch(1);
    titleRow->addWidget(m_wanted);
    topColumn->addLayout(titleRow);
    auto* sentenceRow = new QHBoxLayout;
    m_mark = new VerdictMark(std::nullopt);
    m_sentence = label("", "", true);
    sentenceRow->addWidget(m_mark, 0, Qt::AlignTop);
    sentenceRow->addWidget(m_sentence, 1);
    topColumn->addLayout(sentenceRow);
    m_coupling = new CouplingView;
    m_coupling->setFixedHeight(m_coupling->sizeHint().height());
    topColumn->addSpacing(4);
    topColumn->addWidget(m_coupling);
    topColumn->addSpacing(4);
    topColumn->addWidget(label("Why", "heading"));
    right->addWidget(top);
    auto* scroll = new QScrollArea;
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    auto* findings = new QWidget;
    m_findings = column(findings, 0, 6);
    m_findings->setContentsMargins(22, 0, 20, 10);
    scroll->setWidget(findings);
    right->addWidget(scroll, 1);
    right->addWidget(pathStrip);
    all->addLayout(right, 1);

    connect(filter, &QLineEdit::textChanged, &presenter, &app::MatchPresenter::setFilter);
    connect(m_list->selectionModel(), &QItemSelectionModel::currentChanged, this, [this](const QModelIndex& now) { if (now.isValid()) m_presenter.select(now.row()); });
    connect(&presenter, &app::MatchPresenter::changed, this, &MatchPage::refresh);
    refresh();
}

void MatchPage::refresh()
{
    m_count->setText(QString::number(m_presenter.links()->rowCount()));
    const int row = m_presenter.selectedRow();
    if (row >= 0 && m_list->currentIndex().row() != row) {
        const QSignalBlocker quiet(m_list->selectionModel());
        m_list->setCurrentIndex(m_presenter.links()->index(row, 0));
        m_list->viewport()->update();
    }
    m_title->setText(m_presenter.title());
    m_wanted->setText(m_presenter.wanted());
    m_sentence->setText(m_presenter.sentence());
    m_mark->setVerdict(m_presenter.verdict());
    m_coupling->setPieces(m_presenter.pieces());
    clear(m_findings);
    for (const auto& finding : m_presenter.findings()) {
        auto* line = new QWidget;
        auto* layout = new QHBoxLayout(line);
        layout->setContentsMargins(0, 0, 0, 0);
        layout->setSpacing(9);
        layout->addWidget(new VerdictMark(finding.verdict), 0, Qt::AlignTop);
        auto* words = new QVBoxLayout;
        words->setSpacing(1);
        words->addWidget(label(finding.text, "", true));
        if (!finding.working.isEmpty()) words->addWidget(label(finding.working, "soft", true));
        layout->addLayout(words, 1);
        auto* source = label(finding.source, "soft", true);
        source->setFixedWidth(scaled(168));
        source->setAlignment(Qt::AlignRight | Qt::AlignTop);
        layout->addWidget(source, 0, Qt::AlignTop);
        m_findings->addWidget(line);
    }
    m_findings->addStretch(1);
}

}  // namespace sokudo::ui

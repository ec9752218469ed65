// SPDX-License-Identifier: GPL-3.0-or-later
#include "ui/widgets/marked_table.h"

#include <QHeaderView>
#include <QPainter>
#include <QStyledItemDelegate>

#include "ui/theme.h"
#include "ui/widgets/verdict_mark.h"

namespace sokudo::ui {
namespace {

/// Figures in tabular digits, words in the text face.
Face faceOf(const QModelIndex& index)
{
    const QString text = index.data().toString();
    return index.column() > 0 && !text.isEmpty() && ((text.front().isDigit() && text.size() < 15) || text == "?")
               ? Face::Figure
               : Face::Text;
}

class Cells final : public QStyledItemDelegate {
public:
    Cells(int role, QObject* parent) : QStyledItemDelegate(parent), m_role(role) {}
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex& index) const override
    {
        const QFontMetrics metrics(typeface(faceOf(index), 12));
        return {metrics.horizontalAdvance(index.data().toString()) + scaled(index.column() == 0 ? 38 : 18), scaled(28)};
    }
    void paint(QPainter* painter, const QStyleOptionViewItem& option, const QModelIndex& index) const override
    {
        const Theme& t = theme();
        painter->save();
        painter->setRenderHint(QPainter::Antialiasing);
        if (option.state & QStyle::State_Selected) painter->fillRect(option.rect, t.planPale);
        painter->setPen(t.hairline);
        painter->drawLine(option.rect.bottomLeft(), option.rect.bottomRight());
        QRect box = option.rect.adjusted(6, 0, -8, 0);
        if (index.column() == 0) {
            const auto verdict = static_cast<Verdict>(index.data(m_role).toInt());
            paintVerdict(*painter, QRectF(box.left() + 2, box.center().y() - 5, 11, 11), verdict);
            box.setLeft(box.left() + 22);
        }
        painter->setPen(t.ink);
        painter->setFont(typeface(faceOf(index), 12));
        painter->drawText(box, static_cast<int>(Qt::AlignVCenter | Qt::AlignLeft),
                          painter->fontMetrics().elidedText(index.data().toString(), Qt::ElideRight, box.width()));
        painter->restore();
    }

private:
    int m_role;
};

}  // namespace

MarkedTable::MarkedTable(QAbstractItemModel* model, int verdictRole, QWidget* parent) : QTableView(parent)
{
    setModel(model);
    setItemDelegate(new Cells(verdictRole, this));
    setSelectionBehavior(SelectRows);
    setSelectionMode(SingleSelection);
    setShowGrid(false);
    setWordWrap(false);
    setVerticalScrollMode(ScrollPerPixel);
    setTabKeyNavigation(false);
    verticalHeader()->hide();
    verticalHeader()->setDefaultSectionSize(scaled(28));
    horizontalHeader()->setHighlightSections(false);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    setWide({0});
    connect(selectionModel(), &QItemSelectionModel::currentRowChanged, this,
            [this](const QModelIndex& now) { Q_EMIT rowChosen(now.row()); });
    connect(this, &QTableView::activated, this, [this](const QModelIndex& at) { Q_EMIT rowActivated(at.row()); });
}

void MarkedTable::setWide(const QList<int>& columns)
{
    horizontalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    for (int column : columns) horizontalHeader()->setSectionResizeMode(column, QHeaderView::Stretch);
}

}  // namespace sokudo::ui

-- What stood in the product itself holds from its first sheet on.
INSERT IGNORE INTO product_subscription (account_id, id, product_id, from_us, is_on, plan)
SELECT product.account_id, product.id, product.id, MIN(product_sheet.from_us), product.is_on, product.plan
FROM product
JOIN product_sheet ON product_sheet.account_id = product.account_id AND product_sheet.product_id = product.id
GROUP BY product.account_id, product.id;
